import { route } from '../../doors/route'
import { dropFeed } from '../../systems/feeds'

/** Takes one's calendar away; its address opens nothing any more. */
export default route({ who: 'member', browser: true }, ({ event }) => dropFeed(event.context.member!.id))
