import { and, eq } from 'drizzle-orm'
import { instantOf } from '../../core/calendar/dates'
import { type InvoiceHead, buildInvoice, invoiceDocument, invoiceProblems } from '../../core/invoices/invoice'
import { letterheadOf } from '../../core/look/look'
import { invoiceSays } from '../../core/invoices/words'
import { formatDate } from '../../core/merge/merge'
import { fill } from '../../core/text/fill'
import { keptPricing } from '../../core/invoices/kept'
import { entriesOf } from '../../core/ledger/ledger'
import { linesIn } from '../../core/pricing/said'
import { formatMoney } from '../../core/money/money'
import { takeNumber } from '../business/numbers'
import { putBlob } from '../platform/blobs'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { happenings, invoices } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { enqueue } from '../queue/outbox'
import { renderPaper } from '../files/pool'
import { note } from '../standing/thread'
import type { Language } from '../../core/text/language'
import { type LoadedJob, loadJob } from '../records/job'
import { clientLanguage } from '../chain/language'
import { post } from './ledger'
import { touch } from '../standing/touch'
import { lineFacts } from '../standing/project'
import { isAllSigned } from '../../core/line/line'

/**
 * Raises a job's invoice: number and content in one transaction, so that numbers run without gaps; the PDF and the
 * message after. Done again it goes on where it stopped. Returns when to come back if the day hasn't come yet.
 */
export async function raiseInvoice(jobId: string): Promise<{ again: string } | void> {
  const later = await write(async (tx) => {
    const loaded = await loadJob(jobId)
    const { job, kind, invoice, pricing, stages, business, today } = loaded
    if (invoice || !job.agreedOn || (await waitsForMore(loaded))) return
    const { calledOff } = job
    if (!calledOff && kind.settings.expects.invoice === 'day') {
      if (!job.day) return { again: new Date(Date.parse(now()) + 86_400_000).toISOString() }
      if (job.day > today) return { again: new Date(instantOf(`${job.day}T06:00`, business.timeZone)).toISOString() }
    }
    const language = await clientLanguage(jobId, job.clientId)
    const head = headOf(loaded, language)
    const sold = calledOff
      ? keptPricing(loaded.priced.groups, calledOff.owed, keptWords(language, calledOff.on))
      : pricing
    const built = buildInvoice(
      { ...sold, lines: linesIn(sold.lines, language) },
      stages,
      today,
      business.settings.terms.days,
    )
    const missing = invoiceProblems(head, built)
    if (missing.length) {
      await enqueue('mail.owner', `invoice-waits:${jobId}`, {
        jobId,
        subject: 'An invoice waits',
        words: `The invoice can’t be raised yet: ${missing.join(' ')} It is raised by itself once that is there.`,
      })
      const [said] = await tx
        .select({ id: happenings.id })
        .from(happenings)
        .where(and(eq(happenings.jobId, jobId), eq(happenings.type, 'invoice-waits')))
      if (!said)
        await note({
          jobId,
          type: 'invoice-waits',
          words: 'The invoice waits',
          detail: missing.join(' '),
          state: 'trouble',
          notable: true,
        })
      return { again: new Date(Date.parse(now()) + 3_600_000).toISOString() }
    }
    const number = await takeNumber(tx, 'invoices', isTaken)
    const id = newId()
    await tx.insert(invoices).values({
      id,
      jobId,
      number,
      issuedOn: today,
      invoice: built,
      frozen: { ...head, number },
      createdAt: now(),
    })
    await post(tx, { event: `invoice:${id}`, day: today, jobId }, entriesOf({ type: 'invoiced', groups: built.groups }))
    await note({
      jobId,
      type: 'invoice',
      words: `Invoice ${number} raised: ${formatMoney(built.total, business.currency)}`,
      detail: built.balance > 0 ? `Balance ${formatMoney(built.balance, business.currency)}` : 'Nothing left to pay',
      state: 'settled',
      notable: true,
    })
    touch(jobId)
  })
  if (later) return later
  const loaded = await loadJob(jobId)
  const { invoice, business } = loaded
  if (!invoice || invoice.pdfSha) return
  const head = invoice.frozen ?? { ...headOf(loaded, 'en'), number: invoice.number, issuedOn: invoice.issuedOn }
  const document = invoiceDocument(head, invoice.invoice)
  const { pdf } = await renderPaper({ document, figures: null, at: invoice.createdAt, author: business.legalName })
  const pdfSha = await putBlob(pdf, 'application/pdf')
  await write(async (tx) => {
    await tx.update(invoices).set({ pdfSha }).where(eq(invoices.id, invoice.id))
    await enqueue('mail.invoice', `invoice-mail:${invoice.id}`, { jobId, number: invoice.number, sha: pdfSha })
  })
}

const keptWords = (language: Language, on: string): string =>
  fill(invoiceSays(language).kept, { date: formatDate(on, 'long', language) })

/** Whether what the kind wants before the invoice comes isn't there; whoever does it asks for the invoice again. */
async function waitsForMore(loaded: LoadedJob): Promise<boolean> {
  const { calledOff } = loaded.job
  // Of what was called off only what is kept is invoiced, once the hour to take it back is over.
  if (calledOff) return !calledOff.done || calledOff.owed === 0
  const when = loaded.kind.settings.expects.invoice
  if (when === 'completed') return !loaded.job.completedOn
  return when === 'signed' && !isAllSigned(await lineFacts(loaded))
}

const isTaken = async (number: string): Promise<boolean> =>
  (await db().select({ id: invoices.id }).from(invoices).where(eq(invoices.number, number))).length > 0

/** Everything that stands on an invoice beside its figures, as the records have it now; the number comes with it. */
export function headOf({ job, client, business, today }: LoadedJob, language: Language): InvoiceHead {
  const letterhead = letterheadOf(business)
  return {
    number: '',
    issuedOn: today,
    suppliedOn: job.completedOn ?? job.day ?? null,
    ...(letterhead ? { letterhead } : {}),
    currency: business.currency,
    language,
    jobTitle: job.title,
    country: business.settings.country,
    ...(business.settings.terms.words ? { terms: business.settings.terms.words } : {}),
    paper: business.settings.paper,
    business: {
      name: business.legalName,
      address: business.address,
      taxNumber: business.taxNumber,
      email: business.email,
      bank: business.bank,
    },
    client: { name: client?.name ?? '', address: client?.address ?? '' },
  }
}
