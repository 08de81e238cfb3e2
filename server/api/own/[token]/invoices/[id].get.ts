import { route, sendPdf } from '../../../../doors/route'
import { ownInvoice } from '../../../../views/own'

/** An invoice or credit note of one's own. */
export default route({ who: 'own', out: 'file' }, async ({ event, id }) => {
  const file = await ownInvoice(event.context.own!.contact.id, id)
  return sendPdf(event, file.bytes, file.name)
})
