import { paperRow } from '../../../shared/out/papers'
import { z } from 'zod'
import { listPapers } from '../../views/papers'
import { route } from '../../doors/route'

export default route(
  {
    who: 'member',
    out: z.array(paperRow),
    query: z.object({
      after: z.string().max(60).optional(),
      limit: z.coerce.number().int().min(1).max(100).default(60),
    }),
  },
  ({ query }) => listPapers(query.after, query.limit),
)
