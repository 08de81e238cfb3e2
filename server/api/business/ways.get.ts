import { waysView as out } from '../../../shared/out/settings'
import { route } from '../../doors/route'
import { waysView } from '../../views/ways'

export default route({ who: 'settings', out }, () => waysView())
