import { made as out } from '../../../shared/out/acts'
import { newJob } from '../../../shared/jobs'
import { createJob } from '../../jobs/jobs'
import { route } from '../../doors/route'

export default route({ who: 'jobs', out, body: newJob }, async ({ body }) => ({ id: await createJob(body) }))
