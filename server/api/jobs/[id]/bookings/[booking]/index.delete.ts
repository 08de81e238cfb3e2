import { takeBack as body } from '../../../../../../shared/jobs'
import { route } from '../../../../../doors/route'
import { takeBackBooking } from '../../../../../money/back'

/** Takes back a booking that was a mistake. */
export default route({ who: 'book', body }, ({ id, body, part, event }) =>
  takeBackBooking(id, { booking: part('booking'), words: body.words }, event.context.member?.id ?? null),
)
