import { invoicePdf } from '../../../services/papers/files'
import { route, sendPdf } from '../../../route'

export default route({}, async ({ id, event }) => {
  const file = await invoicePdf(id)
  return sendPdf(event, file.bytes, file.name)
})
