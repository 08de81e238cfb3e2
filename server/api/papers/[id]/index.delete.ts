import { discardDraft } from '../../../services/papers/papers'
import { route } from '../../../route'

export default route({ who: 'member' }, ({ id }) => discardDraft(id))
