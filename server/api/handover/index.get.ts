import { route } from '../../doors/route'

export default route({ who: 'locked' }, ({ event }) => ({ member: event.context.member!.name }))
