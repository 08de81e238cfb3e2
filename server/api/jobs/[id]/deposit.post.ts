import { settleDeposit as body } from '../../../../shared/jobs'
import { route } from '../../../doors/route'
import { settleDamageDeposit } from '../../../money/back'

/** Settles a damage deposit: what goes back, what is kept. */
export default route({ who: 'book', body }, ({ id, body, event }) =>
  settleDamageDeposit(id, body, event.context.member?.id ?? null),
)
