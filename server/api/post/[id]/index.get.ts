import { messageById } from '../../../views/post'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ id }) => messageById(id))
