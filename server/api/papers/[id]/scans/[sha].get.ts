import { scanOf } from '../../../../views/scans'
import { route, sendFile } from '../../../../doors/route'

export default route({ who: 'member', out: 'file' }, async ({ id, event, part }) =>
  sendFile(event, await scanOf(id, part('sha'))),
)
