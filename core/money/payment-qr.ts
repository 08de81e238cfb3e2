import payload from 'sepa-payment-qr-code'
import { ibanIn } from '../country/bank'
import { type Minor, majorString } from './money'

/** The most a transfer by such a code may be: 999,999,999.99. */
const MOST = 99_999_999_999

/**
 * What a QR code for a transfer says (EPC069-12, SEPA credit transfer), by which a bank's application fills all of it in; null
 * where there is none: another currency than the euro, no IBAN, nothing to pay.
 */
export function paymentCode(p: {
  name: string
  bank: string
  currency: string
  amount: Minor
  reference: string
}): string | null {
  const iban = ibanIn(p.bank)
  if (p.currency !== 'EUR' || !iban || p.amount <= 0 || p.amount > MOST) return null
  return payload({
    name: p.name.replace(/\s+/g, ' ').trim().slice(0, 70) || 'Payee',
    iban,
    // Of two decimals, which the library writes with two again: exact this far.
    amount: Number(majorString(p.amount, p.currency)),
    structuredReference: p.reference,
  })
}
