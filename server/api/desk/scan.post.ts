import { deskScan as out } from '../../../shared/out/desk'
import { scanPicture } from '../../desk/scan'
import { route } from '../../doors/route'

/** A picture taken at the desk, of a code or of a document. */
export default route({ who: 'desk', out, file: 10_000_000, throttle: 'desk scan' }, async ({ bytes }) =>
  scanPicture(await bytes()),
)
