import { route } from '../../doors/route'
import { renewFeed } from '../../systems/feeds'

/** Another address for one's calendar; the one before opens nothing any more. */
export default route({ who: 'member', browser: true }, ({ event }) => renewFeed(event.context.member!.id))
