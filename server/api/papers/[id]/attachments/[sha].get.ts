import { attachmentOf } from '../../../../services/rounds/attachments'
import { route, sendFile } from '../../../../route'

export default route({}, async ({ id, event }) => sendFile(event, await attachmentOf(id, event.context.params!.sha!)))
