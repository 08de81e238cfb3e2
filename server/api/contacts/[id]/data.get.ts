import { personData as out } from '../../../../shared/out/person'
import { route } from '../../../doors/route'
import { personData } from '../../../views/person-data'

/** Everything there is of one person, for themselves. */
export default route({ who: 'settings', out, throttle: 'draw' }, ({ id }) => personData(id))
