import { paperEvents } from '../../../services/papers/files'
import { route } from '../../../route'

export default route({ who: 'member' }, ({ id }) => paperEvents(id))
