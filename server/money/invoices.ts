import { and, eq } from 'drizzle-orm'
import { toDataURL } from 'qrcode'
import { invoiceDocument } from '../../core/invoices/document'
import {
  type Invoice,
  type InvoiceHead,
  buildInvoice,
  buildStageInvoice,
  invoiceProblems,
} from '../../core/invoices/invoice'
import type { InvoiceLook } from '../../shared/jobs'
import { toInvoice } from '../../core/invoices/so-far'
import type { Stage } from '../../core/payment-plan/plan'
import { invoiceSays } from '../../core/invoices/words'
import { formatDate } from '../../core/merge/merge'
import { fill } from '../../core/text/fill'
import { eInvoiceOf } from '../../core/invoices/en16931'
import { partPricing } from '../../core/invoices/kept'
import { entriesOf } from '../../core/ledger/ledger'
import { linesIn } from '../../core/pricing/said'
import { formatMoney, sum } from '../../core/money/money'
import { paymentCode } from '../../core/money/payment-qr'
import { takeNumber } from '../business/numbers'
import { atWall, later, now } from '../platform/clock'
import { type Db, db, write } from '../platform/db/client'
import { happenings, invoices } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { idBy, makeOnce } from '../platform/once'
import { Problem, notFound } from '../platform/problem'
import { occurred } from '../queue/occurred'
import { enqueue } from '../queue/outbox'
import { note } from '../standing/thread'
import type { Language } from '../../core/text/language'
import { theBusiness } from '../records/business'
import { type LoadedJob, loadJob } from '../records/job'
import { clientLanguage } from '../chain/language'
import { carriedBy, drawWithData, exemptBy } from './e-invoice'
import { sheetHead } from './sheet'
import { post } from './ledger'
import { referenceFor } from './reference'
import { touch } from '../standing/touch'
import { lineFacts } from '../standing/project'
import { isAllSigned } from '../../core/line/line'

/** What stands in the way of an invoice, for the business to put there. */
class Missing {
  constructor(readonly words: string[]) {}
}

/** An invoice as it would be now, without its number: of a stage, or of all that is left. */
async function drafted(loaded: LoadedJob, stage: Stage | null): Promise<{ head: InvoiceHead; built: Invoice }> {
  const { job, pricing, priced, stages, before, business, today } = loaded
  const { days } = business.settings.terms
  const language = await clientLanguage(job.id, job.clientId)
  const head = headOf(loaded, language)
  const says = invoiceSays(language)
  const { calledOff } = job
  if (stage) {
    const words = fill(says.part, { label: stage.label })
    return { head, built: buildStageInvoice(priced.groups, stage, words, today, days) }
  }
  const sold = calledOff
    ? partPricing(priced.groups, calledOff.owed, keptWords(language, calledOff.on))
    : { ...pricing, lines: linesIn(pricing.lines, language) }
  return { head, built: buildInvoice(sold, stages, today, days, before) }
}

/** Numbers, freezes and posts an invoice of a stage, or (no stage) of all that is left, in the open transaction. */
async function raise(
  tx: Db,
  loaded: LoadedJob,
  { id, stage }: { id: string; stage: Stage | null },
): Promise<string | Missing> {
  const { job, business, today } = loaded
  const { head, built } = await drafted(loaded, stage)
  const missing = invoiceProblems(head, built)
  if (missing.length) return new Missing(missing)
  const pays = (stage ?? loaded.stages.findLast((s) => !s.held))?.key
  if (built.balance > 0 && business.bank && pays) head.reference = await referenceFor(job.id, pays)
  const number = await takeNumber(tx, 'invoices', isTaken)
  await tx.insert(invoices).values({
    id,
    jobId: job.id,
    stage: stage?.key ?? null,
    number,
    issuedOn: today,
    invoice: built,
    frozen: { ...head, number },
    createdAt: now(),
  })
  await post(
    tx,
    { event: `invoice:${id}`, day: today, jobId: job.id },
    entriesOf({ type: 'invoiced', groups: built.groups, reverseCharge: head.reverseCharge }),
  )
  await note({
    jobId: job.id,
    type: 'invoice',
    words: `Invoice ${number} raised${stage ? `, ${stage.label.toLowerCase()}` : ''}: ${formatMoney(built.total, business.currency)}`,
    detail: built.balance > 0 ? `Balance ${formatMoney(built.balance, business.currency)}` : 'Nothing left to pay',
    state: 'settled',
    notable: true,
  })
  await occurred({ id: `invoiced:${id}`, kind: 'invoiced', jobId: job.id, contactId: job.clientId, of: [pays ?? ''] })
  await enqueue('invoice.draw', `invoice-draw:${id}`, { id })
  touch(job.id)
  return id
}

/**
 * Raises a job's invoice by itself: number and content in one transaction, so that numbers run without gaps; the PDF and the
 * message after. Done again it does nothing more. Returns when to come back if its day hasn't come or something is missing.
 */
export async function raiseInvoice(jobId: string): Promise<{ again: string } | void> {
  return write(async (tx) => {
    const loaded = await loadJob(jobId)
    const { job, kind, invoice, business, today } = loaded
    const { calledOff } = job
    // A release before drew it within this errand.
    if (invoice && !invoice.pdfSha) await enqueue('invoice.draw', `invoice-draw:${invoice.id}`, { id: invoice.id })
    if ((invoice && !calledOff) || !job.agreedOn || (await waitsForMore(loaded))) return
    if (!calledOff && kind.settings.expects.invoice === 'day') {
      if (!job.day) return { again: later(86_400) }
      if (job.day > today) return { again: atWall(`${job.day}T06:00`, business.timeZone) }
    }
    const raised = await raise(tx, loaded, { id: newId(), stage: null })
    if (!(raised instanceof Missing)) return
    await sayWaits(tx, jobId, raised.words.join(' '))
    return { again: later(3600) }
  })
}

/** Says once, by mail and on the job, what an invoice waits for. */
async function sayWaits(tx: Db, jobId: string, words: string): Promise<void> {
  await enqueue('mail.owner', `invoice-waits:${jobId}`, {
    about: 'trouble',
    jobId,
    subject: 'An invoice waits',
    words: `The invoice can’t be raised yet: ${words} It is raised by itself once that is there.`,
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
      detail: words,
      state: 'trouble',
      notable: true,
    })
}

/**
 * Raises by itself an invoice of each stage that has fallen due, but of the last, which the invoice of the whole asks for;
 * where its kind wants that. Done again it does nothing more. Returns when to come back for the next.
 */
export async function raiseStageInvoices(jobId: string): Promise<{ again: string } | void> {
  return write(async (tx) => {
    const { job, kind, business, today } = await loadJob(jobId)
    if (!kind.settings.stageInvoices || !job.agreedOn) return
    for (;;) {
      const loaded = await loadJob(jobId)
      const waiting = invoiceable(loaded).flatMap((x) => loaded.stages.find((s) => s.key === x.stage) ?? [])
      const [first] = waiting.filter((s) => s.dueOn).sort((a, b) => (a.dueOn! < b.dueOn! ? -1 : 1))
      if (!first) return
      if (first.dueOn! > today) return { again: atWall(`${first.dueOn!}T06:00`, business.timeZone) }
      const raised = await raise(tx, loaded, { id: newId(), stage: first })
      if (!(raised instanceof Missing)) continue
      await sayWaits(tx, jobId, raised.words.join(' '))
      return { again: later(3600) }
    }
  })
}

/** What of a job can be invoiced by hand now. */
export const invoiceable = ({ job, priced, stages, before }: LoadedJob) =>
  job.agreedOn && !job.calledOff ? toInvoice(priced.groups, stages, before) : []

/** An invoice as it would be raised now: what it asks for, what is missing, and which rules of e-invoices it would break. */
export async function lookAtInvoice(jobId: string, key: string | null): Promise<InvoiceLook> {
  const loaded = await loadJob(jobId)
  if (!invoiceable(loaded).some((x) => x.stage === key)) throw notFound('part to invoice')
  const stage = key === null ? null : loaded.stages.find((s) => s.key === key)!
  const { head, built } = await drafted(loaded, stage)
  const { broken } = carriedBy(eInvoiceOf({ ...head, number: '1' }, built, exemptBy(loaded.business)))
  const { total, balance, dueOn } = built
  return { total, balance, dueOn, missing: invoiceProblems(head, built), broken }
}

/** Raises an invoice by hand, of a stage or of all that is left. With the same key it is the same. */
export async function invoiceByHand(
  jobId: string,
  { stage, key }: { stage: string | null; key: string },
): Promise<string> {
  const id = idBy('i', key)
  return makeOnce(invoices, id, async (tx) => {
    const loaded = await loadJob(jobId)
    if (!invoiceable(loaded).some((x) => x.stage === stage))
      throw new Problem(
        'not-now',
        loaded.job.agreedOn
          ? 'There is nothing left of that to invoice. Look again: another member may have been first.'
          : 'This job isn’t agreed yet, so there is nothing to invoice.',
      )
    const of = stage === null ? null : loaded.stages.find((s) => s.key === stage)!
    const raised = await raise(tx, loaded, { id, stage: of })
    if (raised instanceof Missing) throw new Problem('invalid', raised.words.join(' '))
    return raised
  })
}

/** The picture of a QR code to pay an invoice by, where its currency has one. */
async function codeOf(
  { business, currency, reference }: InvoiceHead,
  { balance }: Invoice,
): Promise<string | undefined> {
  const code = reference && paymentCode({ ...business, currency, amount: balance, reference })
  return code ? toDataURL(code, { errorCorrectionLevel: 'M', margin: 1, scale: 6 }) : undefined
}

/** The outbox's part: draws an invoice and sends it. Done again it goes on where it stopped. */
export async function drawInvoice(id: string): Promise<void> {
  const [invoice] = await db().select().from(invoices).where(eq(invoices.id, id))
  if (!invoice || invoice.pdfSha) return
  const { number, issuedOn } = invoice
  const head = invoice.frozen ?? { ...headOf(await loadJob(invoice.jobId), 'en'), number, issuedOn }
  const document = invoiceDocument(head, invoice.invoice, await codeOf(head, invoice.invoice))
  const e = eInvoiceOf(head, invoice.invoice, exemptBy(await theBusiness()))
  const pdfSha = await drawWithData(document, e, { at: invoice.createdAt, author: head.business.name })
  await write(async (tx) => {
    await tx.update(invoices).set({ pdfSha }).where(eq(invoices.id, id))
    await enqueue('mail.invoice', `invoice-mail:${id}`, { jobId: invoice.jobId, number: invoice.number, sha: pdfSha })
    touch(invoice.jobId)
  })
}

const keptWords = (language: Language, on: string): string =>
  fill(invoiceSays(language).kept, { date: formatDate(on, 'long', language) })

/** Whether what the kind wants before the invoice comes isn't there; whoever does it asks for the invoice again. */
async function waitsForMore(loaded: LoadedJob): Promise<boolean> {
  const { calledOff } = loaded.job
  // Of what was called off only what is kept is invoiced, once the hour to take it back is over.
  if (calledOff) return !calledOff.done || calledOff.owed <= sum(loaded.before.map((b) => b.total)) - loaded.credited
  const when = loaded.kind.settings.expects.invoice
  if (when === 'completed') return !loaded.job.completedOn
  return when === 'signed' && !isAllSigned(await lineFacts(loaded))
}

const isTaken = async (number: string): Promise<boolean> =>
  (await db().select({ id: invoices.id }).from(invoices).where(eq(invoices.number, number))).length > 0

/** Everything that stands on an invoice beside its figures, as the records have it now; the number comes with it. */
export function headOf({ job, client, business, today }: LoadedJob, language: Language): InvoiceHead {
  return {
    ...sheetHead(business, client),
    number: '',
    issuedOn: today,
    suppliedOn: job.completedOn ?? job.day ?? null,
    language,
    jobTitle: job.title,
    country: business.settings.country,
    ...(job.reverseCharge ? { reverseCharge: true } : {}),
    ...(business.settings.terms.words ? { terms: business.settings.terms.words } : {}),
  }
}
