import { z } from 'zod'
import { link as out } from '../../../../shared/out/acts'
import { keepWayBack } from '../../../doors/access'
import { route } from '../../../doors/route'
import { payFromOwnPage } from '../../../rounds/act/from-own-page'

/** Opens the card page for what is due. */
export default route(
  { who: 'own', out, body: z.object({ jobId: z.string().max(80), stage: z.string().max(40) }) },
  async ({ event, body, part }) => {
    const { url, request, back } = await payFromOwnPage(event.context.own!.contact.id, body, part('token'))
    keepWayBack(event, request, back)
    return { url }
  },
)
