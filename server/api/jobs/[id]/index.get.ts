import { jobView } from '../../../services/jobs/read'
import { route } from '../../../route'

export default route({ who: 'member' }, ({ id }) => jobView(id))
