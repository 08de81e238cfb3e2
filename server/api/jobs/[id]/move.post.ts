import { z } from 'zod'
import { moveJob as body } from '../../../../shared/calendar'
import { route } from '../../../doors/route'
import { moveJobTo } from '../../../jobs/move'

/** Moves a job to another day, and tells the client where that is wanted. */
export default route({ who: 'jobs', body, out: z.object({ version: z.number() }) }, async ({ id, body }) => ({
  version: await moveJobTo(id, body.to, body.version, body.tell),
}))
