import { messageById } from '../../../services/post'
import { route } from '../../../route'

export default route({}, ({ id }) => messageById(id))
