import { ciiOf } from '../../core/invoices/cii'
import type { EInvoice } from '../../core/invoices/en16931'
import { type Breach, breaches } from '../../core/invoices/rules'
import type { Carried } from '../../core/pdf/carried'
import type { Business } from '../records/business'

/** Why nothing is charged at 0 %, by what the business calls that rate; nothing where it is a zero rate. */
export const exemptBy = ({ settings }: Business): string => {
  const words = settings.taxRates.find((r) => Number(r.rate) === 0)?.words ?? ''
  return /^(|none|zero.*|null.*)$/i.test(words) ? '' : words
}

/** What a PDF carries of an invoice as data: nothing where it breaks a rule of the standard, which are said. */
export function carriedBy(e: EInvoice): { carried?: Carried; broken: Breach[] } {
  const broken = breaches(e)
  return broken.length ? { broken } : { carried: { xml: ciiOf(e) }, broken }
}
