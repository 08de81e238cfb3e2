import { creditUsed as body } from '../../../../shared/jobs'
import { route } from '../../../doors/route'
import { spendCredit } from '../../../money/credit-used'

/** Uses what stands to the client's credit on another of their jobs for a stage of this. */
export default route({ who: 'book', body }, ({ id, body, event }) =>
  spendCredit(id, body, event.context.member?.id ?? null),
)
