import { putAway as body } from '../../../shared/settings'
import { putStepAway } from '../../business/facts'
import { route } from '../../doors/route'

/** Puts one of the first steps away. */
export default route({ who: 'settings', body }, ({ body }) => putStepAway(body.step))
