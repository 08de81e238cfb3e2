import { bookedTogether as body } from '../../../shared/jobs'
import { booked as out } from '../../../shared/out/acts'
import { route } from '../../doors/route'
import { bookTogether } from '../../money/payments'

/** Books one payment over several stages, of one job or several. */
export default route({ who: 'book', out, body }, async ({ body, event }) => ({
  booked: await bookTogether(body, event.context.member?.id ?? null),
}))
