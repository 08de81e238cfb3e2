import { invoicePdf } from '../../../views/paper-files'
import { route, sendPdf } from '../../../doors/route'

export default route({ who: 'money', out: 'file' }, async ({ id, event }) => {
  const file = await invoicePdf(id)
  return sendPdf(event, file.bytes, file.name)
})
