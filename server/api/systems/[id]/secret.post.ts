import { rolled as out } from '../../../../shared/out/systems'
import { route } from '../../../doors/route'
import { rollSecret } from '../../../systems/systems'

/** A new secret; the one before signs beside it for a day. */
export default route({ who: 'owner', out }, ({ id }) => rollSecret(id))
