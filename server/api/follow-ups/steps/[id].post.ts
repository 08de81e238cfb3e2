import { stepActs as body } from '../../../../shared/follow-ups'
import { route } from '../../../doors/route'
import { doAgain, stopStep, undoStep } from '../../../following/again'

const ACTS = { again: doAgain, stop: stopStep, undo: undoStep }
/** Does a step of a follow-up again, stops one that waits, or undoes what it made. */
export default route({ who: 'settings', body }, ({ id, body }) => ACTS[body.do](decodeURIComponent(id)))
