import { waiveStage as body } from '../../../../shared/jobs'
import { route } from '../../../doors/route'
import { waiveStage } from '../../../money/waive'

/** Lets go of what is open on a stage. */
export default route({ who: 'book', body }, ({ id, body }) => waiveStage(id, body))
