import { saveRhythm as body } from '../../../../shared/rhythms'
import { saveRhythm } from '../../../jobs/rhythm'
import { route } from '../../../doors/route'

/** Says how a job is to repeat; nothing comes of it until it is switched on. */
export default route({ who: 'jobs', body }, ({ id, body }) => saveRhythm(id, body))
