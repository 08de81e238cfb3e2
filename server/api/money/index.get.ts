import { moneyView as out } from '../../../shared/out/overview'
import { moneyView } from '../../views/money'
import { route } from '../../doors/route'

export default route({ who: 'money', out }, () => moneyView())
