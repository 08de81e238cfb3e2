import { listJobs } from '../../../shared/jobs'
import { listJobRows } from '../../services/jobs/read'
import { route } from '../../route'

export default route({ who: 'member', query: listJobs }, ({ query }) => listJobRows(query))
