import { paperView as out } from '../../../../shared/out/papers'
import { paperView } from '../../../views/paper'
import { route } from '../../../doors/route'

export default route({ who: 'member', out }, ({ id, event }) => paperView(id, event.context.member!.id))
