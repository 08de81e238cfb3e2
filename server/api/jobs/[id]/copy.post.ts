import { copyJob as body } from '../../../../shared/jobs'
import { made as out } from '../../../../shared/out/acts'
import { copyJob } from '../../../jobs/jobs'
import { route } from '../../../doors/route'

export default route({ who: 'jobs', body, out }, async ({ id, body: { key } }) => ({ id: await copyJob(id, key) }))
