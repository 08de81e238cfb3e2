import { saveClause } from '../../../shared/library'
import { putClause } from '../../services/templates/clauses'
import { route } from '../../route'

export default route({ body: saveClause }, ({ body, event }) => putClause(null, body, event.context.member!.id))
