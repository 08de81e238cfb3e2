import { listView } from '../../../services/rounds/lists'
import { route } from '../../../route'

export default route({ who: 'member' }, ({ id }) => listView(id))
