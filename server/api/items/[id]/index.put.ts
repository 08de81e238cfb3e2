import { pricedItem as body } from '../../../../shared/starter'
import { changeItem } from '../../../business/items'
import { route } from '../../../doors/route'

export default route({ who: 'settings', body }, ({ id, body }) => changeItem(id, body))
