import { scanOf } from '../../../../services/rounds/manage'
import { route, sendFile } from '../../../../route'

export default route({}, async ({ id, event }) => sendFile(event, await scanOf(id, event.context.params!.sha!)))
