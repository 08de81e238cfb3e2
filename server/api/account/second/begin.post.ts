import { secondBegun as out } from '../../../../shared/out/members'
import { route } from '../../../doors/route'
import { beginSecond } from '../../../members/second'

/** Something for an authenticator to begin with. */
export default route({ who: 'member', browser: true, out }, ({ event }) => beginSecond(event.context.member!))
