import { invoicePdf } from '../../../services/papers/files'
import { route, sendPdf } from '../../../route'

export default route({ who: 'member' }, async ({ id, event }) => {
  const file = await invoicePdf(id)
  return sendPdf(event, file.bytes, file.name)
})
