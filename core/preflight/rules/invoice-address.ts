import { minorDigits } from '../../money/money'
import { type Rule, warn } from '../note'

/** From this total on, in major units, an invoice has to name its client's address. */
const SIMPLE_UP_TO = 250

/** A contract whose invoice could not be raised: the law wants the client's address on it. */
export const invoiceAddress: Rule = ({ job, kind, context }) => {
  if (kind !== 'contract' || !job?.invoiced || job.total <= SIMPLE_UP_TO * 10 ** minorDigits(context.currency))
    return []
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
