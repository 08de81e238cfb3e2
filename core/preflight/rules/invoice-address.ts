import { namesAddress } from '../../invoices/invoice'
import { type Rule, warn } from '../note'

/** A contract whose invoice could not be raised: the law wants the client's address on it. */
export const invoiceAddress: Rule = ({ job, kind, context }) => {
  if (kind !== 'contract' || !job?.invoiced || !namesAddress(job.total, context.currency)) return []
  const address = context.values['client.address']
  if (!address || address.value) return []
  return [
    warn('The invoice that follows needs the client’s address.', null, {
      kind: 'source',
      label: 'Add the address',
      path: 'client.address',
    }),
  ]
}
