import { mailTried as out } from '../../../shared/out/setup'
import { tryTimes as body } from '../../../shared/times'
import { tryAuthority } from '../../business/times'
import { route } from '../../doors/route'

/** Asks an authority, as it was typed, for one time stamp. */
export default route({ who: 'settings', out, body, throttle: 'letter tried' }, ({ body }) => tryAuthority(body.url))
