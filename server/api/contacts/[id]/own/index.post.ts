import { z } from 'zod'
import { sendOwnPage } from '../../../../contacts/own-page'
import { route } from '../../../../doors/route'

/** Sends somebody the address of their own page; a new one where it is renewed. */
export default route(
  { who: 'send', body: z.object({ renew: z.boolean().default(false) }), throttle: 'letter tried' },
  ({ id, body, event }) => sendOwnPage(id, body.renew, event.context.member!.name),
)
