import { templateView as out } from '../../../../shared/out/library'
import { templateView } from '../../../views/templates'
import { route } from '../../../doors/route'

export default route({ who: 'member', out }, ({ id }) => templateView(id))
