import { tried as out } from '../../../../shared/out/systems'
import { route } from '../../../doors/route'
import { tryOut } from '../../../systems/deliver'

/** One call or one small file, now: what it answered. */
export default route({ who: 'owner', out, throttle: 'system tried' }, ({ id, event }) =>
  tryOut(id, event.context.member!.name),
)
