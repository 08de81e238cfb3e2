import { listMessages } from '../../services/post'
import { route } from '../../route'

export default route({ who: 'member' }, () => listMessages())
