import { textOf } from '../../../services/marking/files'
import { route } from '../../../route'

export default route({}, ({ event }) => textOf(event.context.params!.sha!))
