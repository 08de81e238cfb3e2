import { sealedPdf } from '../../../views/paper-files'
import { route, sendPdf } from '../../../doors/route'

export default route({ who: 'member', out: 'file' }, async ({ id, event }) => {
  const file = await sealedPdf(id)
  return sendPdf(event, file.bytes, file.name)
})
