import { route, sendPdf } from '../../../../doors/route'
import { ownPaper } from '../../../../views/own'

/** A sealed copy of one's own. */
export default route({ who: 'own', out: 'file' }, async ({ event, id }) => {
  const file = await ownPaper(event.context.own!.contact.id, id)
  return sendPdf(event, file.bytes, file.name)
})
