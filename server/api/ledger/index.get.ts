import { ledgerView as out } from '../../../shared/ledger'
import { route } from '../../doors/route'
import { ledgerView } from '../../views/ledger'

export default route({ who: 'money', out }, () => ledgerView())
