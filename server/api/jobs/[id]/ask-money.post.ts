import { askAgain } from '../../../money/ask'
import { route } from '../../../doors/route'

export default route({ who: 'book' }, ({ id }) => askAgain(id))
