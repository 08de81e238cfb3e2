import { newJob } from '../../../shared/jobs'
import { createJob } from '../../services/jobs/write'
import { route } from '../../route'

export default route({ body: newJob }, async ({ body }) => ({ id: await createJob(body) }))
