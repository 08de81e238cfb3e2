import { library } from '../services/library'
import { route } from '../route'

export default route({ who: 'member' }, () => library())
