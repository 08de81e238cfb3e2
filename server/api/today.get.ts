import { todayView } from '../views/today'
import { memberActor, route } from '../doors/route'

export default route({ who: 'member' }, ({ event }) => todayView(memberActor(event).id))
