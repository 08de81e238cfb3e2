import { askAgain } from '../../../services/money/ask'
import { route } from '../../../route'

export default route({ who: 'owner' }, ({ id }) => askAgain(id))
