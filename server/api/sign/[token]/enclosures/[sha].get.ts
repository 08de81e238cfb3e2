import { enclosureFor } from '../../../../views/enclosures'
import { route, sendFile } from '../../../../doors/route'

export default route({ who: 'signer', out: 'file' }, async ({ event, part }) =>
  sendFile(event, await enclosureFor(event.context.holder!, part('sha'))),
)
