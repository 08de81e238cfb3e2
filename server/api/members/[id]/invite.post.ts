import { route } from '../../../doors/route'
import { inviteAgain } from '../../../members/keys'

/** Sends the invitation once more. */
export default route({ who: 'owner', throttle: 'letter tried' }, ({ id }) => inviteAgain(id))
