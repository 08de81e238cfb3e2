import { feedShows as body } from '../../../shared/systems'
import { route } from '../../doors/route'
import { keepFeed } from '../../systems/feeds'

export default route({ who: 'member', browser: true, body }, ({ event, body }) =>
  keepFeed(event.context.member!.id, body.shows),
)
