import { clauseView } from '../../views/clauses'
import { route } from '../../doors/route'

export default route({ who: 'member' }, ({ id }) => clauseView(id))
