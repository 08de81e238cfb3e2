import { mailboxKept as body } from '../../../shared/systems'
import { route } from '../../doors/route'
import { setMailbox } from '../../messages/mailbox'

/** Where letters come back to; it is looked into at once. */
export default route({ who: 'owner', body, throttle: 'system tried' }, ({ body }) => setMailbox(body.mailbox))
