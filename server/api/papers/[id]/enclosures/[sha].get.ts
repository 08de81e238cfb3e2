import { enclosureOf } from '../../../../views/enclosures'
import { route, sendFile } from '../../../../doors/route'

export default route({ who: 'member', out: 'file' }, async ({ id, event, part }) =>
  sendFile(event, await enclosureOf(id, part('sha'))),
)
