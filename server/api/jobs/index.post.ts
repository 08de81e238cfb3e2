import { newJob } from '../../../shared/jobs'
import { createJob } from '../../services/jobs/write'
import { route } from '../../route'

export default route({ who: 'member', body: newJob }, async ({ body }) => ({ id: await createJob(body) }))
