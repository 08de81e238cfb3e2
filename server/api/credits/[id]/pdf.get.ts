import { creditPdf } from '../../../views/paper-files'
import { route, sendPdf } from '../../../doors/route'

export default route({ who: 'money', out: 'file' }, async ({ id, event }) => {
  const file = await creditPdf(id)
  return sendPdf(event, file.bytes, file.name)
})
