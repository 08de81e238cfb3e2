import { changeLogo } from '../../business/facts'
import { route } from '../../doors/route'
import { PNG_BYTES } from '../../files/png'

/** Takes a PNG as the logo. */
export default route({ who: 'settings', file: PNG_BYTES, throttle: 'file' }, async ({ bytes }) =>
  changeLogo(await bytes()),
)
