import { z } from 'zod'
import { noticesView as out } from '../../../shared/notices'
import { route } from '../../doors/route'
import { noticesOf } from '../../views/notices'

/** What whoever asks was told of, the newest first. */
export default route(
  { who: 'member', out, query: z.object({ after: z.string().max(400).optional() }) },
  ({ event, query }) => noticesOf(event.context.member!.id, query.after),
)
