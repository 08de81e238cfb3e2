import { z } from 'zod'
import { personThread as out, threadParts } from '../../../../shared/out/person'
import { route } from '../../../doors/route'
import { personThread } from '../../../views/person'

/** Everything with a person, the newest first. */
export default route(
  {
    who: 'member',
    out,
    query: z.object({ part: z.enum(threadParts).default('all'), after: z.string().max(400).optional() }),
  },
  ({ id, query }) => personThread(id, query.part, query.after),
)
