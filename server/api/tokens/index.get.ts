import { tokensView as out } from '../../../shared/out/systems'
import { route } from '../../doors/route'
import { tokensView } from '../../systems/tokens'

/** Ways in for other programs: one's own, or everybody's for an owner. */
export default route({ who: 'member', browser: true, out }, ({ event }) => tokensView(event.context.member!))
