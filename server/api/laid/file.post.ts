import { z } from 'zod'
import { made as out } from '../../../shared/out/acts'
import { route } from '../../doors/route'
import { layFile } from '../../jobs/laid'

/** Lays a calendar's file (`.ics`) beneath the business's own. */
export default route(
  { who: 'jobs', file: 5_000_000, throttle: 'file', out, query: z.object({ name: z.string().trim().min(1).max(200) }) },
  async ({ bytes, query, event }) => ({ id: await layFile(query.name, await bytes(), event.context.member!.name) }),
)
