import { exportJob } from '../../../services/export'
import { route } from '../../../route'

export default route({}, ({ id }) => exportJob(id))
