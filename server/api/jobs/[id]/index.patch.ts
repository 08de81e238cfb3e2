import { jobView as out } from '../../../../shared/out/jobs'
import { editJob } from '../../../../shared/jobs'
import { route } from '../../../doors/route'
import { changeJob } from '../../../jobs/jobs'
import { jobView } from '../../../views/job'

export default route({ who: 'jobs', out, body: editJob }, async ({ id, body }) => {
  await changeJob(id, body)
  return jobView(id)
})
