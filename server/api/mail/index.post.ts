import { mailTaken as out } from '../../../shared/out/systems'
import { route } from '../../doors/route'
import { takeMail } from '../../messages/came-in'

/** Takes in a letter that was saved as a file (`.eml`). The same one twice is one. */
export default route({ who: 'jobs', file: 40_000_000, throttle: 'file', out }, async ({ bytes }) =>
  takeMail(await bytes()),
)
