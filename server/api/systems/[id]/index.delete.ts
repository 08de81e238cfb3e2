import { route } from '../../../doors/route'
import { removeSystem } from '../../../systems/systems'

export default route({ who: 'owner' }, ({ id }) => removeSystem(id))
