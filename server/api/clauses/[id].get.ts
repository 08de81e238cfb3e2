import { clauseView as out } from '../../../shared/out/library'
import { clauseView } from '../../views/clauses'
import { route } from '../../doors/route'

export default route({ who: 'member', out }, ({ id }) => clauseView(id))
