import { newCredit as body } from '../../../../shared/jobs'
import { made as out } from '../../../../shared/out/acts'
import { route } from '../../../doors/route'
import { raiseCredit } from '../../../money/credits'

/** Takes an invoice back, whole or in part. */
export default route({ who: 'book', out, body }, async ({ id, body }) => ({ id: await raiseCredit(id, body) }))
