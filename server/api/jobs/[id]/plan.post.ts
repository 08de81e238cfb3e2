import { perhapsPaper as out } from '../../../../shared/out/acts'
import { changeStage as body } from '../../../../shared/jobs'
import { route } from '../../../doors/route'
import { changePlan } from '../../../money/plan'

/** Has a stage asked for on another day, or in two. */
export default route({ who: 'book', out, body }, ({ id, body }) => changePlan(id, body))
