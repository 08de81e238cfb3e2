import { attachmentOf } from '../../../../views/attachments'
import { route, sendFile } from '../../../../doors/route'

export default route({ who: 'member', out: 'file' }, async ({ id, event, part }) =>
  sendFile(event, await attachmentOf(id, part('sha'))),
)
