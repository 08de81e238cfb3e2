import { templateView } from '../../../views/templates'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ id }) => templateView(id))
