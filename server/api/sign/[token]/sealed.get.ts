import { z } from 'zod'
import { signerPdf } from '../../../views/paper-files'
import { route, sendPdf } from '../../../doors/route'

/** `paper`: which of the round; the first where it isn't said. */
export default route(
  { who: 'signer', out: 'file', query: z.object({ paper: z.string().max(60).optional() }) },
  async ({ event, query }) => {
    const file = await signerPdf(event.context.holder!.person, true, query.paper)
    return sendPdf(event, file.bytes, file.name)
  },
)
