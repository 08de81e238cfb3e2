import { needs as out } from '../../shared/out/overview'
import { needsOf } from '../views/today'
import { memberActor, route } from '../doors/route'

export default route({ who: 'member', out }, ({ event }) => needsOf(memberActor(event).id))
