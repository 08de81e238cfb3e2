import { dropMessage } from '../../rounds/prepare/saved-messages'
import { route } from '../../doors/route'

export default route({ who: 'member' }, ({ id }) => dropMessage(id))
