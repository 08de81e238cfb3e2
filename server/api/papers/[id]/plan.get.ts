import { planView } from '../../../views/plan'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ id, event }) => planView(id, event.context.member!.id))
