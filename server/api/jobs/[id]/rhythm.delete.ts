import { forgetRhythm } from '../../../jobs/rhythm'
import { route } from '../../../doors/route'

/** Makes it one-off again, as long as it isn't switched on. */
export default route({ who: 'jobs' }, ({ id }) => forgetRhythm(id))
