import { FILE_BYTES, taken as out } from '../../../shared/bring'
import { route } from '../../doors/route'
import { takeRows } from '../../files/rows'

/** Takes a table of items; it is read when it is looked at. */
export default route({ who: 'settings', out, file: FILE_BYTES, throttle: 'file' }, async ({ bytes }) => ({
  sha: await takeRows('items', await bytes()),
}))
