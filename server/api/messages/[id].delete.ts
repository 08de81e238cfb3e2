import { dropMessage } from '../../rounds/prepare/saved-messages'
import { route } from '../../doors/route'

export default route({ who: 'library' }, ({ id }) => dropMessage(id))
