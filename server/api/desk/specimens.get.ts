import { scanSpecimens as out } from '../../../shared/out/desk'
import { SCANNER_SPECIMENS } from '../../gateways/scanner'
import { route } from '../../doors/route'

/** What the stand-in scanner types. */
export default route({ who: 'desk', standin: 'identity', out }, () => ({ specimens: [...SCANNER_SPECIMENS] }))
