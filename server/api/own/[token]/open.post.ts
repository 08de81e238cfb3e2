import { z } from 'zod'
import { onward as out } from '../../../../shared/out/acts'
import { route } from '../../../doors/route'
import { openOwnPlace } from '../../../rounds/act/from-own-page'

/** Opens what is to be signed, by one's place in its round. */
export default route({ who: 'own', out, body: z.object({ place: z.string().max(80) }) }, async ({ event, body }) => ({
  path: await openOwnPlace(event.context.own!.contact.id, body.place),
}))
