import { signerPdf } from '../../../services/papers/files'
import { route, sendPdf } from '../../../route'

export default route({}, async ({ event }) => {
  const file = await signerPdf(event.context.holder!.person, false)
  return sendPdf(event, file.bytes, file.name)
})
