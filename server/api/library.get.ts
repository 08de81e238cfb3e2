import { library } from '../views/library'
import { route } from '../doors/route'

export default route({ who: 'member' }, () => library())
