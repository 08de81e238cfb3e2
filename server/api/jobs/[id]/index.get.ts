import { jobView } from '../../../views/jobs'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ id }) => jobView(id))
