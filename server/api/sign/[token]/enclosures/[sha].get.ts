import { enclosureFor } from '../../../../services/marking/enclosures'
import { route, sendFile } from '../../../../route'

export default route({ who: 'signer' }, async ({ event, part }) =>
  sendFile(event, await enclosureFor(event.context.holder!, part('sha'))),
)
