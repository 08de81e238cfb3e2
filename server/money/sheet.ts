import type { InvoiceHead } from '../../core/invoices/invoice'
import { letterheadOf } from '../../core/look/look'
import type { Business } from '../records/business'

type SheetHead = Pick<InvoiceHead, 'letterhead' | 'currency' | 'paper' | 'business' | 'client'>

/** What stands on every sheet of money to a client: who it is from and to, in which currency, on what paper. */
export function sheetHead(
  business: Business,
  client: { name: string; address: string; taxNumber: string } | null,
): SheetHead {
  const letterhead = letterheadOf(business)
  const { legalName: name, address, taxNumber, register, email, bank } = business
  return {
    ...(letterhead ? { letterhead } : {}),
    currency: business.currency,
    paper: business.settings.paper,
    business: { name, address, taxNumber, email, bank, ...(register ? { register } : {}) },
    client: {
      name: client?.name ?? '',
      address: client?.address ?? '',
      ...(client?.taxNumber ? { taxNumber: client.taxNumber } : {}),
    },
  }
}
