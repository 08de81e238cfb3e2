import { saveClause } from '../../../shared/library'
import { putClause } from '../../services/templates/clauses'
import { route } from '../../route'

export default route({ body: saveClause }, ({ id, body, event }) => putClause(id, body, event.context.member!.id))
