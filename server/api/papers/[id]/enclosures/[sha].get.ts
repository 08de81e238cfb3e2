import { enclosureOf } from '../../../../services/marking/enclosures'
import { route, sendFile } from '../../../../route'

export default route({ who: 'member' }, async ({ id, event, part }) =>
  sendFile(event, await enclosureOf(id, part('sha'))),
)
