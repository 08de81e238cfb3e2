import { pricedItem as body } from '../../../../shared/starter'
import { changeItem, itemOf } from '../../../business/items'
import { route } from '../../../doors/route'
import { whileSame } from '../../../doors/same'

export default route({ who: 'settings', body }, ({ id, body, event }) =>
  whileSame(
    event,
    () => itemOf(id),
    () => changeItem(id, body),
  ),
)
