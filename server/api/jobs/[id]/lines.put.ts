import { jobView as out } from '../../../../shared/out/jobs'
import { saveLines } from '../../../../shared/jobs'
import { route } from '../../../doors/route'
import { saveJobLines } from '../../../jobs/jobs'
import { jobView } from '../../../views/job'

export default route({ who: 'jobs', out, body: saveLines }, async ({ id, body }) => {
  await saveJobLines(id, body)
  return jobView(id)
})
