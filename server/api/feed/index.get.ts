import { feedView as out } from '../../../shared/out/systems'
import { route } from '../../doors/route'
import { feedView } from '../../systems/feeds'

/** One's own calendar: its private address, and what it shows. */
export default route({ who: 'member', browser: true, out }, ({ event }) => feedView(event.context.member!.id))
