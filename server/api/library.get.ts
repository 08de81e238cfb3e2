import { library as out } from '../../shared/out/acts'
import { library } from '../views/library'
import { route } from '../doors/route'

export default route({ who: 'member', out }, () => library())
