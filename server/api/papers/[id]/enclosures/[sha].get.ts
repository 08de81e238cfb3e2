import { enclosureOf } from '../../../../services/marking/enclosures'
import { route, sendFile } from '../../../../route'

export default route({}, async ({ id, event }) => sendFile(event, await enclosureOf(id, event.context.params!.sha!)))
