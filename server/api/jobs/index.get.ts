import { jobPage as out } from '../../../shared/out/jobs'
import { listJobs } from '../../../shared/jobs'
import { listJobRows } from '../../views/jobs'
import { route } from '../../doors/route'

export default route({ who: 'member', out, query: listJobs }, ({ query }) => listJobRows(query))
