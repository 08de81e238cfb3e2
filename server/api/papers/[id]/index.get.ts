import { paperView } from '../../../services/papers/view'
import { route } from '../../../route'

export default route({ who: 'member' }, ({ id, event }) => paperView(id, event.context.member!.id))
