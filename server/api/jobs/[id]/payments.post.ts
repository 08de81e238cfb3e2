import { booked as out } from '../../../../shared/out/acts'
import { z } from 'zod'
import type { Minor } from '../../../../core/money/money'
import { bookPayment } from '../../../money/payments'
import { route } from '../../../doors/route'

const body = z.object({
  stage: z.string().min(1, 'Choose what was paid.').max(40),
  amount: z
    .number()
    .int()
    .min(1, 'Give an amount above 0.')
    .max(1e11)
    .transform((n) => n as Minor),
  method: z.enum(['bank', 'cash']),
  key: z.string().min(1).max(60),
})
export default route({ who: 'owner', out, body }, async ({ id, body: { key, ...payment } }) => ({
  booked: await bookPayment({ jobId: id, ...payment, reference: `hand:${key}` }),
}))
