import { firstSteps as out } from '../../../shared/out/settings'
import { route } from '../../doors/route'
import { firstSteps } from '../../views/business'

export default route({ who: 'settings', out }, () => firstSteps())
