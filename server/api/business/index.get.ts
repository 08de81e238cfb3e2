import { businessView as out } from '../../../shared/out/settings'
import { route } from '../../doors/route'
import { businessView } from '../../views/business'

export default route({ who: 'settings', out }, () => businessView())
