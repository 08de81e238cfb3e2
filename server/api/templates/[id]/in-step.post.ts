import { route } from '../../../doors/route'
import { sayInStep } from '../../../templates/languages'

/** Says that a template in another language says again what the first one says. */
export default route({ who: 'library' }, ({ id }) => sayInStep(id))
