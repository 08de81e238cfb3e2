import { link as out } from '../../../../shared/out/acts'
import { z } from 'zod'
import { keepWayBack } from '../../../doors/access'
import { payFor } from '../../../rounds/act/pay'
import { route } from '../../../doors/route'

export default route(
  { who: 'signer', out, body: z.object({ stage: z.string().max(40) }) },
  async ({ event, body, part }) => {
    const { url, request, back } = await payFor(event.context.holder!, body.stage, part('token'))
    keepWayBack(event, request, back)
    return { url }
  },
)
