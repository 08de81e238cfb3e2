import { listMessages } from '../../services/post'
import { route } from '../../route'

export default route({}, () => listMessages())
