import { listVersions } from '../../../../services/templates/templates'
import { route } from '../../../../route'

export default route({}, ({ id }) => listVersions(id))
