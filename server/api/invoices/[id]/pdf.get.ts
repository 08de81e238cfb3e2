import { invoicePdf } from '../../../views/paper-files'
import { route, sendPdf } from '../../../doors/route'

export default route({ who: 'member', out: 'file' }, async ({ id, event }) => {
  const file = await invoicePdf(id)
  return sendPdf(event, file.bytes, file.name)
})
