import { fileLook as out } from '../../../shared/bring'
import { lookAtJobs as body } from '../../../shared/bring-jobs'
import { route } from '../../doors/route'
import { lookAtJobsFile } from '../../jobs/bring-jobs'

/** What would become of a file of jobs. */
export default route({ who: 'jobs', out, body, throttle: 'file' }, ({ body }) => lookAtJobsFile(body))
