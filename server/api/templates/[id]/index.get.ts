import { templateView } from '../../../services/templates/templates'
import { route } from '../../../route'

export default route({ who: 'member' }, ({ id }) => templateView(id))
