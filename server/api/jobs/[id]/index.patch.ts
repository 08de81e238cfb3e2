import { editJob } from '../../../../shared/jobs'
import { changeJob } from '../../../services/jobs/write'
import { route } from '../../../route'

export default route({ who: 'member', body: editJob }, async ({ id, body }) => ({ version: await changeJob(id, body) }))
