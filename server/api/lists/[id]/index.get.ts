import { listView as out } from '../../../../shared/out/rounds'
import { listView } from '../../../views/list'
import { route } from '../../../doors/route'

export default route({ who: 'member', out }, ({ id }) => listView(id))
