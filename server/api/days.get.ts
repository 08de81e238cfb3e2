import { calendarDays as out, daysQuery as query } from '../../shared/calendar'
import { route } from '../doors/route'
import { calendarDays } from '../views/days'

/** Jobs and what stands beside them, on some days. */
export default route({ who: 'member', query, out }, ({ query, event }) =>
  calendarDays(query.from, query.to, event.context.member!),
)
