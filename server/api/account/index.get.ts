import { waysIn as out } from '../../../shared/out/members'
import { route } from '../../doors/route'
import { waysInOf } from '../../views/members'

/** How one proves who one is. */
export default route({ who: 'member', browser: true, out }, ({ event }) => waysInOf(event.context.member!))
