import { ledgerRows as out, ledgerRowsQuery as query } from '../../../shared/ledger'
import { route } from '../../doors/route'
import { ledgerRows } from '../../views/ledger'

export default route({ who: 'money', out, query }, ({ query }) => ledgerRows(query))
