import { passkeyAsk as out } from '../../../../shared/out/members'
import { route } from '../../../doors/route'
import { beginEntry } from '../../../members/passkeys'

/** What a device is asked to sign, to come in with its key. */
export default route({ who: 'anyone', out, throttle: 'key' }, async () => ({ options: { ...(await beginEntry()) } }))
