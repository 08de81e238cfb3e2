import { listView } from '../../../views/list'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ id }) => listView(id))
