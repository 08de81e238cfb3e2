import { planView } from '../../../services/rounds/plan'
import { route } from '../../../route'

export default route({ who: 'member' }, ({ id, event }) => planView(id, event.context.member!.id))
