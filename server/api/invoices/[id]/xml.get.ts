import { xmlAs as query } from '../../../../shared/ledger'
import { route, sendFile } from '../../../doors/route'
import { invoiceXml } from '../../../views/e-invoice'

export default route({ who: 'money', out: 'file', query }, async ({ id, query, event }) =>
  sendFile(event, await invoiceXml(id, query.as)),
)
