import { discardDraft } from '../../../papers/make'
import { route } from '../../../doors/route'

export default route({ who: 'papers' }, ({ id }) => discardDraft(id))
