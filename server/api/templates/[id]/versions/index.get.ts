import { listVersions } from '../../../../services/templates/templates'
import { route } from '../../../../route'

export default route({ who: 'member' }, ({ id }) => listVersions(id))
