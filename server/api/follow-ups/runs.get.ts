import { runsQuery as query } from '../../../shared/follow-ups'
import { runsView as out } from '../../../shared/out/follow-ups'
import { route } from '../../doors/route'
import { runsView } from '../../views/follow-ups'

/** What follow-ups did, and why not, the newest first. */
export default route({ who: 'member', query, out }, ({ query }) => runsView(query))
