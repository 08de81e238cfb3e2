import { discardDraft } from '../../../services/papers/papers'
import { route } from '../../../route'

export default route({}, ({ id }) => discardDraft(id))
