import { noticeChoices as body } from '../../../shared/notices'
import { route } from '../../doors/route'
import { chooseNotices } from '../../members/notices'

/** What whoever asks is told of from now on, and how. */
export default route({ who: 'member', body, browser: true }, ({ event, body }) =>
  chooseNotices(event.context.member!.id, body),
)
