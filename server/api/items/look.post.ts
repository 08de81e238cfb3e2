import { fileLook as out } from '../../../shared/bring'
import { lookAtItems as body } from '../../../shared/bring-items'
import { lookAtTable } from '../../business/bring-items'
import { route } from '../../doors/route'

/** What would become of a table of items. */
export default route({ who: 'settings', out, body, throttle: 'file' }, ({ body }) => lookAtTable(body))
