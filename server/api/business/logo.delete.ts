import { removeLogo } from '../../business/facts'
import { route } from '../../doors/route'

export default route({ who: 'settings' }, () => removeLogo())
