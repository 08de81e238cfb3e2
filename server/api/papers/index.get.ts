import { z } from 'zod'
import { listPapers } from '../../services/papers/papers'
import { route } from '../../route'

export default route({ who: 'member', query: z.object({ after: z.string().max(60).optional() }) }, ({ query }) =>
  listPapers(query.after),
)
