import { lookGiven as body } from '../../../shared/settings'
import { changeLook } from '../../business/facts'
import { route } from '../../doors/route'

export default route({ who: 'settings', body }, ({ body }) => changeLook(body))
