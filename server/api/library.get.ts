import { library } from '../services/library'
import { route } from '../route'

export default route({}, () => library())
