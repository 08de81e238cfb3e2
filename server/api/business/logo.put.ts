import { LOGO_BYTES, changeLogo } from '../../business/facts'
import { route } from '../../doors/route'

/** Takes a PNG as the logo. */
export default route({ who: 'settings', file: LOGO_BYTES, throttle: 'file' }, async ({ bytes }) =>
  changeLogo(await bytes()),
)
