import { jobView } from '../../../views/job'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ id }) => jobView(id))
