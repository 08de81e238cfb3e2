import { jobView as out } from '../../../../shared/out/jobs'
import { jobView } from '../../../views/job'
import { route } from '../../../doors/route'

export default route({ who: 'member', out }, ({ id }) => jobView(id))
