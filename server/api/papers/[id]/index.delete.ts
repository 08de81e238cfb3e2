import { discardDraft } from '../../../papers/papers'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ id }) => discardDraft(id))
