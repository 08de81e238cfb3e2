import { pulseQuery as query, pulseView as out } from '../../shared/pulse'
import { route } from '../doors/route'
import { pulseView } from '../views/pulse'

/** What went on in the last days. */
export default route({ who: 'member', query, out }, ({ query, event }) =>
  pulseView(Number(query.days), event.context.member!),
)
