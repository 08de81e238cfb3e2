import { broughtUndone as out } from '../../../../shared/bring'
import { undoItems } from '../../../business/bring-items'
import { route } from '../../../doors/route'

/** Takes items that were brought in out again. */
export default route({ who: 'settings', out }, ({ id }) => undoItems(id))
