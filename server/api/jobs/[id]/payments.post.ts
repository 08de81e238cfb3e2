import { booked as out } from '../../../../shared/out/acts'
import { newPayment as body } from '../../../../shared/jobs'
import { bookPayment } from '../../../money/payments'
import { route } from '../../../doors/route'

export default route({ who: 'book', out, body }, async ({ id, event, body: { key, ...payment } }) => ({
  booked: await bookPayment({ jobId: id, ...payment, reference: `hand:${key}`, by: event.context.member?.id ?? null }),
}))
