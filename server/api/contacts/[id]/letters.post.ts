import { personLetter as body } from '../../../../shared/people'
import { writeTo } from '../../../contacts/write'
import { route } from '../../../doors/route'

/** Writes somebody a letter of one's own words. */
export default route({ who: 'send', body, throttle: 'letter tried' }, ({ id, body, event }) =>
  writeTo(id, body, event.context.member!.name),
)
