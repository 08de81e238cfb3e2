import { clauseMade as out } from '../../../shared/out/acts'
import { saveClause } from '../../../shared/library'
import { putClause } from '../../templates/clauses'
import { route } from '../../doors/route'

export default route({ who: 'library', out, limit: 12_000_000, body: saveClause }, ({ id, body, event }) =>
  putClause(id, body, event.context.member!.id),
)
