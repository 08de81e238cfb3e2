import { moneyView } from '../views/money'
import { route } from '../doors/route'

export default route({ who: 'member' }, () => moneyView())
