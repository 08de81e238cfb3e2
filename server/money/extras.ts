import { and, eq } from 'drizzle-orm'
import { extraDocument } from '../../core/extras/document'
import { type ExtraChange, changeBetween, isNothing, showExtra, withExtra } from '../../core/extras/extra'
import { extraSays } from '../../core/extras/words'
import { takeOff } from '../../core/invoices/credit'
import { lessInvoiced } from '../../core/invoices/invoice'
import { formatMoney, sum } from '../../core/money/money'
import { planStages } from '../../core/payment-plan/plan'
import { counts, price } from '../../core/pricing/pricing'
import type { NewExtra } from '../../shared/jobs'
import { clientLanguage } from '../chain/language'
import { putLines } from '../jobs/lines'
import { now } from '../platform/clock'
import { type Db, db, write } from '../platform/db/client'
import { OWN, extras, jobs, papers } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { idBy, makeOnce } from '../platform/once'
import { Problem } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { type LoadedJob, leftOfInvoice, loadJob } from '../records/job'
import { note } from '../standing/thread'
import { touch } from '../standing/touch'
import { raiseCredit } from './credits'
import { invoiceByHand } from './invoices'

/**
 * Makes the paper of a change to what was agreed, from the lines as they are to be. One at a time, so that each says what was
 * agreed before it. With the same key it is the same paper.
 */
export async function makeExtra(jobId: string, { lines, discount, words, key }: NewExtra): Promise<string> {
  const id = idBy('p', key)
  return makeOnce(papers, id, async (tx) => {
    const loaded = await loadJob(jobId)
    insistOnAgreed(loaded)
    const change = changeBetween(loaded.pricing, { lines, discount })
    if (isNothing(change))
      throw new Problem('invalid', 'Nothing is changed yet. Add a line, alter one or take one out.')
    return writeExtra(tx, loaded, change, { id, words })
  })
}

/** Changes of what was agreed are for jobs that are agreed and go on. */
export function insistOnAgreed({ job }: LoadedJob): void {
  if (!job.agreedOn) throw new Problem('not-now', 'Nothing is agreed yet. Change it on the job itself.')
  if (job.calledOff) throw new Problem('not-now', 'This job was called off.')
}

/** What is agreed changes one step at a time: each paper says what was agreed before it. How many papers there are. */
export async function insistOnNoOther(tx: Db, jobId: string): Promise<number> {
  const all = await tx
    .select({ id: papers.id, state: papers.state })
    .from(papers)
    .where(and(eq(papers.jobId, jobId), eq(papers.kind, 'extra')))
  if (all.some((p) => p.state === 'out' || p.state === 'draft'))
    throw new Problem('not-now', 'Another extra waits to be signed. Have it signed, or withdraw it, first.')
  return all.length
}

/** Writes the paper of a change, as a draft, in the open transaction. */
export async function writeExtra(
  tx: Db,
  loaded: LoadedJob,
  change: ExtraChange,
  { id, words }: { id: string; words: string },
): Promise<string> {
  const { job, client, pricing, payments, business, today } = loaded
  if (!client) throw new Problem('not-now', 'Say who the client is first: the paper is made out to them.')
  const before = await insistOnNoOther(tx, job.id)
  if (!withExtra(pricing, change).lines.some(counts))
    throw new Problem('invalid', 'Nothing would be left of it. Call the job off instead.')
  const shown = showExtra(pricing, change)
  const language = await clientLanguage(job.id, job.clientId)
  const { stages } = planStages({
    plan: change.plan ?? job.plan,
    total: shown.after,
    acceptedOn: job.agreedOn,
    jobDay: job.day,
    today,
    payments,
  })
  await tx.insert(papers).values({
    id,
    jobId: job.id,
    kind: 'extra',
    title: `${extraSays(language).title} ${before + 1}`,
    templateId: null,
    templateEdition: null,
    document: {
      ...extraDocument({ shown, stages, words, job: job.title, currency: business.currency, language }),
      paper: business.settings.paper,
    },
    bindings: { client: { contactId: client.id } },
    own: OWN,
    state: 'draft',
    createdAt: now(),
  })
  await tx.insert(extras).values({
    id: newId(),
    jobId: job.id,
    paperId: id,
    change,
    before: shown.before,
    after: shown.after,
    createdAt: now(),
  })
  touch(job.id, { papers: [id] })
  return id
}

/** An extra that was signed becomes part of what is agreed, in the open transaction; invoices follow after. Twice is once. */
export async function takeExtra(paperId: string): Promise<void> {
  await write(async (tx) => {
    const [extra] = await tx.select().from(extras).where(eq(extras.paperId, paperId))
    if (!extra || extra.takenAt) return
    const { job, pricing, priced, business } = await loadJob(extra.jobId)
    const after = withExtra(pricing, extra.change)
    await putLines(tx, job.id, after.lines)
    await tx
      .update(jobs)
      .set({ discount: after.discount, plan: extra.change.plan ?? job.plan, version: job.version + 1 })
      .where(eq(jobs.id, job.id))
    await tx.update(extras).set({ takenAt: now() }).where(eq(extras.id, extra.id))
    const { total } = price(after)
    const words = extra.change.plan
      ? 'When it is paid was agreed anew'
      : `Extra agreed: ${formatMoney(priced.total, business.currency)} → ${formatMoney(total, business.currency)}`
    await note({ jobId: job.id, type: 'extra', words, state: 'settled', paperId, notable: true })
    await enqueue('extra', `extra:${extra.id}`, { id: extra.id })
    touch(job.id)
  })
}

/**
 * The outbox's part: where the whole was invoiced already, what an extra added is invoiced and what it took is credited, rate
 * by rate. Done again it does nothing more.
 */
export async function followExtra(id: string): Promise<void> {
  const [extra] = await db().select().from(extras).where(eq(extras.id, id))
  if (!extra?.takenAt) return
  const loaded = await loadJob(extra.jobId)
  if (!loaded.invoice) return
  let over = lessInvoiced(loaded.priced.groups, loaded.before).filter((g) => g.total < 0)
  const [paper] = await db().select({ title: papers.title }).from(papers).where(eq(papers.id, extra.paperId!))
  const words = paper?.title ?? extra.change.words ?? ''
  for (const invoice of [...loaded.invoices].reverse()) {
    const taken = takeOff(over, leftOfInvoice(loaded, invoice))
    over = taken.over
    if (taken.groups.length === 0) continue
    const { groups } = taken
    const amount = sum(groups.map((g) => g.total))
    await raiseCredit(invoice.id, { amount, words, key: `x-${id}-${invoice.id}`, extra: { id, groups } })
  }
  const after = await loadJob(extra.jobId)
  if (sum(lessInvoiced(after.priced.groups, after.before).map((g) => g.total)) > 0)
    await invoiceByHand(extra.jobId, { stage: null, key: `x-${id}` })
}
