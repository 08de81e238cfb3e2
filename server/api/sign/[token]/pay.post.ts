import { z } from 'zod'
import { payFor } from '../../../services/rounds/view'
import { route } from '../../../route'

export default route({ body: z.object({ stage: z.string().max(40) }) }, ({ event, body }) =>
  payFor(event.context.holder!, body.stage, decodeURIComponent(event.context.params!.token!)),
)
