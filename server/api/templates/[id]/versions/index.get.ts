import { listVersions } from '../../../../views/templates'
import { route } from '../../../../doors/route'

export default route({ who: 'member' }, ({ id }) => listVersions(id))
