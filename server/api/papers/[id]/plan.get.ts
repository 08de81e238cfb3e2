import { planView as out } from '../../../../shared/out/rounds'
import { planView } from '../../../views/plan'
import { route } from '../../../doors/route'

export default route({ who: 'member', out }, ({ id, event }) => planView(id, event.context.member!.id))
