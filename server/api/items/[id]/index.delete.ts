import { removeItem } from '../../../business/items'
import { route } from '../../../doors/route'

export default route({ who: 'settings' }, ({ id }) => removeItem(id))
