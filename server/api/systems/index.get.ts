import { systemsView as out } from '../../../shared/out/systems'
import { route } from '../../doors/route'
import { systemsView } from '../../views/systems'

export default route({ who: 'settings', out }, () => systemsView())
