import { eq } from 'drizzle-orm'
import { creditDocument } from '../../core/invoices/credit-document'
import { creditGroups, creditOf } from '../../core/invoices/credit'
import { eCreditOf } from '../../core/invoices/en16931'
import { entriesOf } from '../../core/ledger/ledger'
import { type Minor, formatMoney, sum } from '../../core/money/money'
import type { TaxGroup } from '../../core/pricing/pricing'
import { takeNumber } from '../business/numbers'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { creditNotes, invoices } from '../platform/db/schema'
import { idBy, makeOnce } from '../platform/once'
import { Problem, notFound } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { theBusiness } from '../records/business'
import { leftOfInvoice, loadJob } from '../records/job'
import { note } from '../standing/thread'
import { touch } from '../standing/touch'
import { drawWithData, exemptBy } from './e-invoice'
import { headOf } from './invoices'
import { post } from './ledger'

const isTaken = async (number: string): Promise<boolean> =>
  (await db().select({ id: creditNotes.id }).from(creditNotes).where(eq(creditNotes.number, number))).length > 0

/**
 * Takes back an invoice, whole or a part of what is left of it, by a credit note: numbered and frozen in one transaction, its
 * PDF and the message after. With the same key it is the same. Never more than is left. One that follows an extra says which
 * amounts by rate.
 */
export async function raiseCredit(
  invoiceId: string,
  {
    amount,
    words,
    key,
    extra,
  }: { amount: Minor | null; words: string; key: string; extra?: { id: string; groups: TaxGroup[] } },
): Promise<string> {
  const id = idBy('g', key)
  return makeOnce(creditNotes, id, async (tx) => {
    const [invoice] = await tx.select().from(invoices).where(eq(invoices.id, invoiceId))
    if (!invoice) throw notFound('invoice')
    const loaded = await loadJob(invoice.jobId)
    const { business, today } = loaded
    const left = leftOfInvoice(loaded, invoice)
    const rest = sum(left.map((g) => g.total))
    if (rest === 0) throw new Problem('not-now', `Invoice ${invoice.number} was taken back whole already.`)
    const total = amount ?? rest
    if (total > rest || total <= 0) {
      const said = `Only ${formatMoney(rest, business.currency)} is left of invoice ${invoice.number}.`
      throw new Problem('invalid', said, { amount: said })
    }
    const of = { invoice: invoice.number, invoicedOn: invoice.issuedOn, words }
    const credit = creditOf(of, extra ? extra.groups : creditGroups(left, total))
    const number = await takeNumber(tx, 'credits', isTaken)
    // From and to the same as the invoice, in its language; only number and day are its own.
    const head = { ...(invoice.frozen ?? headOf(loaded, 'en')), number, issuedOn: today }
    await tx.insert(creditNotes).values({
      id,
      invoiceId,
      jobId: invoice.jobId,
      number,
      issuedOn: today,
      credit,
      extraId: extra?.id ?? null,
      frozen: head,
      createdAt: now(),
    })
    await post(
      tx,
      { event: `credit:${id}`, day: today, jobId: invoice.jobId },
      entriesOf({ type: 'credited', groups: credit.groups, reverseCharge: head.reverseCharge }),
    )
    await note({
      jobId: invoice.jobId,
      type: 'credit',
      words: `Credit note ${number}: ${formatMoney(total, business.currency)} of invoice ${invoice.number} taken back`,
      detail: words,
      state: 'settled',
      notable: true,
    })
    await enqueue('credit', `credit:${id}`, { id })
    touch(invoice.jobId)
    return id
  })
}

/** The outbox's part: draws a credit note and sends it. Done again it goes on where it stopped. */
export async function drawCredit(id: string): Promise<void> {
  const [row] = await db().select().from(creditNotes).where(eq(creditNotes.id, id))
  if (!row || row.pdfSha) return
  const document = creditDocument(row.frozen, row.credit)
  const e = eCreditOf(row.frozen, row.credit, exemptBy(await theBusiness()))
  const pdfSha = await drawWithData(document, e, { at: row.createdAt, author: row.frozen.business.name })
  await write(async (tx) => {
    await tx.update(creditNotes).set({ pdfSha }).where(eq(creditNotes.id, id))
    await enqueue('mail.credit', `credit-mail:${id}`, { id })
  })
}
