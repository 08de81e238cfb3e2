import { paperEvents as out } from '../../../../shared/out/acts'
import { paperEvents } from '../../../views/paper-files'
import { route } from '../../../doors/route'

export default route({ who: 'member', out }, ({ id }) => paperEvents(id))
