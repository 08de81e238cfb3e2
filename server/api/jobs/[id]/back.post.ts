import { payBack as body } from '../../../../shared/jobs'
import { route } from '../../../doors/route'
import { giveBack } from '../../../money/back'

/** Books money that was given back. */
export default route({ who: 'book', body }, ({ id, body, event }) =>
  giveBack(id, body, event.context.member?.id ?? null),
)
