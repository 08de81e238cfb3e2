import { memberList as out } from '../../../shared/out/members'
import { route } from '../../doors/route'
import { membersView } from '../../views/members'

export default route({ who: 'member', out }, ({ event }) => membersView(event.context.member!.id))
