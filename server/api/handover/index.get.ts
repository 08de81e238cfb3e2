import { route } from '../../route'

export default route({}, ({ event }) => ({ member: event.context.member!.name }))
