import { enclosureFor } from '../../../../views/enclosures'
import { route, sendFile } from '../../../../doors/route'

export default route({ who: 'signer' }, async ({ event, part }) =>
  sendFile(event, await enclosureFor(event.context.holder!, part('sha'))),
)
