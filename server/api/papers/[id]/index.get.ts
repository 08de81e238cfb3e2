import { paperView } from '../../../services/papers/papers'
import { route } from '../../../route'

export default route({}, ({ id, event }) => paperView(id, event.context.member!.id))
