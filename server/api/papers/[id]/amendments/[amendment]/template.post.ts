import { amendTemplate } from '../../../../../services/papers/own'
import { route } from '../../../../../route'

export default route({}, ({ id, event }) => amendTemplate(id, event.context.params!.amendment!))
