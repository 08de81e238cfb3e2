import { noticesRead as body } from '../../../shared/notices'
import { route } from '../../doors/route'
import { readNotices } from '../../members/notices'

export default route({ who: 'member', body }, ({ event, body }) => readNotices(event.context.member!.id, body.ids))
