import { timelineQuery as query, timelineView as out } from '../../shared/pulse'
import { route } from '../doors/route'
import { timelineView } from '../views/pulse'

/** Everything that occurred, the newest first. */
export default route({ who: 'member', query, out }, ({ query }) => timelineView(query))
