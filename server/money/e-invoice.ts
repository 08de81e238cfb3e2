import { ciiOf } from '../../core/invoices/cii'
import type { EInvoice } from '../../core/invoices/en16931'
import { type Breach, breaches } from '../../core/invoices/rules'
import type { Carried } from '../../core/pdf/carried'
import type { PaperDocument } from '../../core/document/model'
import { renderPaper } from '../files/pool'
import { putBlob } from '../platform/blobs'
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

/** Draws an invoice or credit note as a PDF that carries its data, where it may, and keeps it. Its SHA-256. */
export async function drawWithData(
  document: PaperDocument,
  e: EInvoice,
  { at, author }: { at: string; author: string },
): Promise<string> {
  const { carried } = carriedBy(e)
  const { pdf } = await renderPaper({ document, figures: null, at, author, ...(carried ? { carried } : {}) })
  return putBlob(pdf, 'application/pdf')
}
