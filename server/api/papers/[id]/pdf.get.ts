import { paperPdf } from '../../../services/papers/files'
import { route, sendPdf } from '../../../route'

export default route({ who: 'member', throttle: 'draw' }, async ({ id, event }) => {
  const file = await paperPdf(id)
  return sendPdf(event, file.bytes, file.name)
})
