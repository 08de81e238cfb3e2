import { brought as out } from '../../../../shared/bring'
import { bringJobs as body } from '../../../../shared/bring-jobs'
import { route } from '../../../doors/route'
import { bringJobsIn } from '../../../jobs/bring-jobs'

/** Brings the jobs of a file in. */
export default route({ who: 'jobs', out, body, throttle: 'file' }, ({ body, event }) =>
  bringJobsIn(body, event.context.member!.name),
)
