import { codeSent as out } from '../../../../shared/out/acts'
import { sendOwnCode } from '../../../contacts/own-page'
import { route } from '../../../doors/route'

/** Sends the code that opens a page to the mailbox that is known. */
export default route({ who: 'own-address', out }, ({ event }) => sendOwnCode(event.context.own!))
