import { outcome as out } from '../../../shared/out/acts'
import { z } from 'zod'
import { verifyCallback } from '../../gateways/cards/standin'
import { Problem } from '../../platform/problem'
import { cardCallback } from '../../money/payments'
import { route, textBody } from '../../doors/route'

const told = z.object({
  reference: z.string().max(80),
  ref: z.string().max(80),
  status: z.enum(['paid', 'refused']),
  amount: z.number().int().positive(),
  currency: z.string().length(3),
})
export default route({ who: 'anyone', out, standin: 'cards', signed: true }, async ({ event }) => {
  const raw = await textBody(event, 20_000)
  let body: unknown
  try {
    body = verifyCallback(raw, Object.fromEntries(event.headers))
  } catch {
    throw new Problem('bad-signature', 'The signature of this call-back is wrong.')
  }
  return { outcome: await cardCallback(told.parse(body)) }
})
