import { paperView } from '../../../views/paper'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ id, event }) => paperView(id, event.context.member!.id))
