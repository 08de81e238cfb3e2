import { deliveriesView as out } from '../../../../shared/out/systems'
import { deliveriesQuery as query } from '../../../../shared/systems'
import { route } from '../../../doors/route'
import { deliveriesView } from '../../../views/systems'

/** What was given over to a system, with what was said and what it answered, the newest first. */
export default route({ who: 'settings', query, out }, ({ id, query }) => deliveriesView(id, query.after))
