import { brought as out } from '../../../../shared/bring'
import { bringItems as body } from '../../../../shared/bring-items'
import { bringItemsIn } from '../../../business/bring-items'
import { route } from '../../../doors/route'

/** Brings the items of a table in. */
export default route({ who: 'settings', out, body, throttle: 'file' }, ({ body, event }) =>
  bringItemsIn(body, event.context.member!.name),
)
