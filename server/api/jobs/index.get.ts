import { listJobs } from '../../../shared/jobs'
import { listJobRows } from '../../views/jobs'
import { route } from '../../doors/route'

export default route({ who: 'member', query: listJobs }, ({ query }) => listJobRows(query))
