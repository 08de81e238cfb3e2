import { made as out } from '../../../../shared/out/acts'
import { newExtra as body } from '../../../../shared/jobs'
import { route } from '../../../doors/route'
import { makeExtra } from '../../../money/extras'

/** Makes the paper of a change to what was agreed. */
export default route({ who: 'papers', out, body }, async ({ id, body }) => ({ id: await makeExtra(id, body) }))
