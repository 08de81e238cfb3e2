import { dropMessage } from '../../services/rounds/messages'
import { route } from '../../route'

export default route({}, ({ id }) => dropMessage(id))
