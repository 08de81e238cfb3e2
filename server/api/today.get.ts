import { todayView as out } from '../../shared/out/overview'
import { todayView } from '../views/today'
import { memberActor, route } from '../doors/route'

export default route({ who: 'member', out }, ({ event }) => todayView(memberActor(event).id))
