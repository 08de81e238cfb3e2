import { moveLook as out, moveQuery as query } from '../../../../shared/calendar'
import { route } from '../../../doors/route'
import { moveView } from '../../../views/days'

/** What moving a job to another day would touch; nothing is done yet. */
export default route({ who: 'jobs', query, out }, ({ id, query }) => moveView(id, query.to))
