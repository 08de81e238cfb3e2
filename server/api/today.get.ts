import { todayView } from '../services/overview/today'
import { route } from '../route'

export default route({}, () => todayView())
