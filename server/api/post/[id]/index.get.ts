import { messageView as out } from '../../../../shared/out/acts'
import { messageById } from '../../../views/post'
import { route } from '../../../doors/route'

export default route({ who: 'member', out }, ({ id }) => messageById(id))
