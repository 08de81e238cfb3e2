import { eq } from 'drizzle-orm'
import { ciiOf } from '../../core/invoices/cii'
import { type EInvoice, eCreditOf, eInvoiceOf } from '../../core/invoices/en16931'
import { breaches } from '../../core/invoices/rules'
import { ublOf } from '../../core/invoices/ubl'
import type { InvoiceHead } from '../../core/invoices/invoice'
import { db } from '../platform/db/client'
import { creditNotes, invoices } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { exemptBy } from '../money/e-invoice'
import { theBusiness } from '../records/business'

type Syntax = 'ubl' | 'cii'
export interface XmlFile {
  bytes: Uint8Array
  name: string
  type: string
}

/** What an earlier release kept nothing of can't be written anew with another head. */
const headOf = (frozen: InvoiceHead | null, number: string): InvoiceHead => {
  if (frozen) return frozen
  throw new Problem('not-now', `Invoice ${number} is from before e-invoices: only its PDF was kept.`)
}

function written(e: EInvoice, as: Syntax, name: string): XmlFile {
  const found = breaches(e)
  if (found.length)
    throw new Problem(
      'not-now',
      `It can’t be written as an e-invoice yet. ${found.map((b) => `${b.words} (${b.rule})`).join(' ')}`,
    )
  const xml = as === 'ubl' ? ublOf(e) : ciiOf(e)
  return { bytes: new TextEncoder().encode(xml), name: `${name}-${as}.xml`, type: 'application/xml; charset=utf-8' }
}

/** An invoice as EN 16931 has it, from what was frozen when it was raised; refused, with the rules, where it breaks one. */
export async function invoiceXml(id: string, as: Syntax): Promise<XmlFile> {
  const [row] = await db().select().from(invoices).where(eq(invoices.id, id))
  if (!row) throw notFound('invoice')
  const head = headOf(row.frozen, row.number)
  return written(eInvoiceOf(head, row.invoice, exemptBy(await theBusiness())), as, `invoice-${row.number}`)
}

/** The same of a credit note. */
export async function creditXml(id: string, as: Syntax): Promise<XmlFile> {
  const [row] = await db().select().from(creditNotes).where(eq(creditNotes.id, id))
  if (!row) throw notFound('credit note')
  return written(eCreditOf(row.frozen, row.credit, exemptBy(await theBusiness())), as, `credit-${row.number}`)
}
