import { editJob } from '../../../../shared/jobs'
import { changeJob } from '../../../jobs/jobs'
import { route } from '../../../doors/route'

export default route({ who: 'member', body: editJob }, async ({ id, body }) => ({ version: await changeJob(id, body) }))
