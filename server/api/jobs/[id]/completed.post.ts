import { completedJob as body } from '../../../../shared/jobs'
import { completeJob } from '../../../jobs/complete'
import { route } from '../../../doors/route'

export default route({ who: 'jobs', body }, ({ id, body }) => completeJob(id, body))
