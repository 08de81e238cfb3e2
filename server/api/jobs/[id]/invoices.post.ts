import { made as out } from '../../../../shared/out/acts'
import { newInvoice as body } from '../../../../shared/jobs'
import { route } from '../../../doors/route'
import { invoiceByHand } from '../../../money/invoices'

/** Raises an invoice by hand: of a stage, or of all that is left. */
export default route({ who: 'book', out, body }, async ({ id, body }) => ({ id: await invoiceByHand(id, body) }))
