import { messageById } from '../../../services/post'
import { route } from '../../../route'

export default route({ who: 'member' }, ({ id }) => messageById(id))
