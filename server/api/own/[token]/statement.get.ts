import { route, sendPdf } from '../../../doors/route'
import { ownStatement } from '../../../views/own'

export default route({ who: 'own', out: 'file', throttle: 'draw' }, async ({ event }) => {
  const file = await ownStatement(event.context.own!.contact.id)
  return sendPdf(event, file.bytes, file.name)
})
