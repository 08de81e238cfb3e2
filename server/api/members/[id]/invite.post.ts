import { route } from '../../../doors/route'
import { inviteAgain } from '../../../members/keys'

/** Sends the invitation once more. */
export default route({ who: 'members', throttle: 'letter tried' }, ({ id }) => inviteAgain(id))
