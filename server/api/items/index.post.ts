import { made as out } from '../../../shared/out/acts'
import { pricedItem as body } from '../../../shared/starter'
import { addItem } from '../../business/items'
import { route } from '../../doors/route'

export default route({ who: 'settings', out, body }, async ({ body }) => ({ id: await addItem(body) }))
