import { noticeChoices as out } from '../../../shared/notices'
import { route } from '../../doors/route'
import { choicesOf } from '../../views/notices'

export default route({ who: 'member', out }, ({ event }) => choicesOf(event.context.member!.id))
