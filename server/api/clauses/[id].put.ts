import { saveClause } from '../../../shared/library'
import { putClause } from '../../templates/clauses'
import { route } from '../../doors/route'

export default route({ who: 'member', limit: 12_000_000, body: saveClause }, ({ id, body, event }) =>
  putClause(id, body, event.context.member!.id),
)
