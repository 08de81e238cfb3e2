import { invoiceQuery as query } from '../../../../shared/jobs'
import { invoiceLook as out } from '../../../../shared/out/jobs'
import { route } from '../../../doors/route'
import { lookAtInvoice } from '../../../money/invoices'

/** An invoice as it would be raised now, of a stage or of all that is left. */
export default route({ who: 'book', out, query }, ({ id, query }) => lookAtInvoice(id, query.stage ?? null))
