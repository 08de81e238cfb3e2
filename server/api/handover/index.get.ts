import { route } from '../../route'

export default route({ who: 'locked' }, ({ event }) => ({ member: event.context.member!.name }))
