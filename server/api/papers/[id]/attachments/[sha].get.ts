import { attachmentOf } from '../../../../services/rounds/attachments'
import { route, sendFile } from '../../../../route'

export default route({ who: 'member' }, async ({ id, event, part }) =>
  sendFile(event, await attachmentOf(id, part('sha'))),
)
