import { jobView } from '../../../services/jobs/read'
import { route } from '../../../route'

export default route({}, ({ id }) => jobView(id))
