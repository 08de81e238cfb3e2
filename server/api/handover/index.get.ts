import { handedOver as out } from '../../../shared/out/acts'
import { route } from '../../doors/route'

export default route({ who: 'locked', out }, ({ event }) => ({ member: event.context.member!.name }))
