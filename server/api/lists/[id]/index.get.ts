import { listView } from '../../../rounds/prepare/lists'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ id }) => listView(id))
