import { takenPicture as out } from '../../../shared/out/acts'
import { takeItemPicture } from '../../business/items'
import { route } from '../../doors/route'
import { PNG_BYTES } from '../../files/png'

/** Takes a PNG as the picture of something that is sold. */
export default route({ who: 'settings', out, file: PNG_BYTES, throttle: 'file' }, async ({ bytes }) => ({
  sha: await takeItemPicture(await bytes()),
}))
