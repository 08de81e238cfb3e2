import { FILE_BYTES, taken as out } from '../../../shared/bring'
import { route } from '../../doors/route'
import { takeRows } from '../../files/rows'

/** Takes a file of people; it is read when it is looked at. */
export default route({ who: 'jobs', out, file: FILE_BYTES, throttle: 'file' }, async ({ bytes }) => ({
  sha: await takeRows('people', await bytes()),
}))
