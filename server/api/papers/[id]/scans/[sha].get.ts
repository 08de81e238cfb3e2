import { scanOf } from '../../../../services/rounds/on-paper'
import { route, sendFile } from '../../../../route'

export default route({}, async ({ id, event }) => sendFile(event, await scanOf(id, event.context.params!.sha!)))
