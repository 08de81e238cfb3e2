import { askAgain } from '../../../money/ask'
import { route } from '../../../doors/route'

export default route({ who: 'owner' }, ({ id }) => askAgain(id))
