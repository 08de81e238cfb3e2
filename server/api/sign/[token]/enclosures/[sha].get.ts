import { enclosureFor } from '../../../../services/marking/enclosures'
import { route, sendFile } from '../../../../route'

export default route({}, async ({ event }) =>
  sendFile(event, await enclosureFor(event.context.holder!, event.context.params!.sha!)),
)
