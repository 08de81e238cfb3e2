import { todayView } from '../services/overview/today'
import { memberActor, route } from '../route'

export default route({ who: 'member' }, ({ event }) => todayView(memberActor(event).id))
