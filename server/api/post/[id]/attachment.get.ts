import { z } from 'zod'
import { attachmentOf } from '../../../views/post'
import { route, sendPdf } from '../../../doors/route'

export default route(
  { who: 'member', out: 'file', query: z.object({ n: z.coerce.number().int().min(0).max(20).default(0) }) },
  async ({ id, query, event }) => {
    const file = await attachmentOf(id, query.n)
    return sendPdf(event, file.bytes, file.name)
  },
)
