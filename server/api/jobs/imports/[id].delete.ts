import { broughtUndone as out } from '../../../../shared/bring'
import { route } from '../../../doors/route'
import { undoJobs } from '../../../jobs/bring-jobs'

/** Takes jobs that were brought in out again. */
export default route({ who: 'jobs', out }, ({ id }) => undoJobs(id))
