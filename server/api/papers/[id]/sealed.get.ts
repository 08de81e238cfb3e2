import { sealedPdf } from '../../../services/papers/files'
import { route, sendPdf } from '../../../route'

export default route({ who: 'member' }, async ({ id, event }) => {
  const file = await sealedPdf(id)
  return sendPdf(event, file.bytes, file.name)
})
