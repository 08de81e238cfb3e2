import { broughtUndone as out } from '../../../../shared/bring'
import { undoBringing } from '../../../contacts/bring'
import { route } from '../../../doors/route'

/** Takes what was brought in out again. */
export default route({ who: 'jobs', out }, ({ id }) => undoBringing(id))
