import { mailTried as out } from '../../../shared/out/setup'
import { tryMail as body } from '../../../shared/setup'
import { route } from '../../doors/route'
import { tryLetter } from '../../messages/try'

/** Sends a letter by a mail server as it was typed. */
export default route({ who: 'settings', out, body, throttle: 'letter tried' }, ({ body }) => tryLetter(body))
