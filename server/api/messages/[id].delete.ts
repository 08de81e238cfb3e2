import { dropMessage } from '../../services/rounds/messages'
import { route } from '../../route'

export default route({ who: 'member' }, ({ id }) => dropMessage(id))
