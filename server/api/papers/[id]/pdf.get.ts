import { paperPdf } from '../../../views/paper-files'
import { route, sendPdf } from '../../../doors/route'

export default route({ who: 'member', out: 'file', throttle: 'draw' }, async ({ id, event }) => {
  const file = await paperPdf(id)
  return sendPdf(event, file.bytes, file.name)
})
