import { actOnRhythm as body, rhythmDone as out } from '../../../../shared/rhythms'
import { actOnRhythm } from '../../../jobs/rhythm'
import { route } from '../../../doors/route'

/** Starts, pauses or ends a rhythm, or changes its price from a day on. */
export default route({ who: 'book', body, out }, ({ id, body }) => actOnRhythm(id, body))
