import { moneyView } from '../services/overview/money'
import { route } from '../route'

export default route({ who: 'member' }, () => moneyView())
