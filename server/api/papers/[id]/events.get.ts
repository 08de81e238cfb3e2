import { paperEvents } from '../../../views/paper-files'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ id }) => paperEvents(id))
