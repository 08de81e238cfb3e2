import { listMessages } from '../../views/post'
import { route } from '../../doors/route'

export default route({ who: 'member' }, () => listMessages())
