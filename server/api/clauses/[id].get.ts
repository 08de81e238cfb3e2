import { clauseView } from '../../services/templates/clauses'
import { route } from '../../route'

export default route({ who: 'member' }, ({ id }) => clauseView(id))
