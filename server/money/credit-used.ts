import { and, eq, inArray, ne, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { entriesOf } from '../../core/ledger/ledger'
import { type Minor, ZERO, formatMoney, minor } from '../../core/money/money'
import { paidByStage } from '../../core/payment-plan/paid'
import { DAMAGE } from '../../core/payment-plan/plan'
import type { creditUsed as given } from '../../shared/jobs'
import { now } from '../platform/clock'
import { type Db, db } from '../platform/db/client'
import { jobs, ledgerEntries, payments } from '../platform/db/schema'
import { idBy, makeOnce } from '../platform/once'
import { Problem } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { type LoadedJob, loadJob } from '../records/job'
import { note } from '../standing/thread'
import { touch } from '../standing/touch'
import { counterBooking } from './counter'
import { creditPosted, post } from './ledger'

interface Credit {
  jobId: string
  title: string
  stage: string
  amount: Minor
}

/** What stands to a client's credit on other jobs than this, the most first. */
export async function creditElsewhere({ job }: Pick<LoadedJob, 'job'>): Promise<Credit[]> {
  if (!job.clientId) return []
  const theirs = db()
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.clientId, job.clientId), ne(jobs.id, job.id)))
  // Those on which more came in than was invoiced: some of it may be for what is still to be invoiced.
  const rows = await db()
    .select({ jobId: ledgerEntries.jobId })
    .from(ledgerEntries)
    .where(and(inArray(ledgerEntries.account, ['credit', 'owed']), inArray(ledgerEntries.jobId, theirs)))
    .groupBy(ledgerEntries.jobId)
    .having(sql`sum(${ledgerEntries.amount}) < 0`)
  const found = await Promise.all(rows.map(async ({ jobId }) => creditOn(await loadJob(jobId!))))
  return found.filter((c) => c.amount > 0).sort((a, b) => b.amount - a.amount)
}

/** What stands to the client's credit on a job, as far as one stage has it, which is named. */
function creditOn({ job, credit, payments: counted }: LoadedJob): Credit {
  const paid = paidByStage(counted.filter((p) => p.stage !== DAMAGE))
  const [stage, most] = [...paid].sort((a, b) => b[1] - a[1])[0] ?? ['', 0]
  return { jobId: job.id, title: job.title, stage, amount: minor(Math.max(0, Math.min(credit, most))) }
}

/**
 * Uses what stands to the client's credit on another of their jobs for a stage of this: a booking on each, and one entry in the
 * books that moves it. With the same key it is done once. The client is told.
 */
export async function spendCredit(
  jobId: string,
  { from, stage: key, amount, key: once }: z.output<typeof given>,
  by: string | null,
): Promise<void> {
  const id = idBy('u', once)
  await makeOnce(payments, id, async (tx) => {
    const loaded = await loadJob(jobId)
    const { stages, business, client, today, job } = loaded
    const credit = (await creditElsewhere(loaded)).find((c) => c.jobId === from)
    if (!credit) throw new Problem('not-now', 'No credit stands there any more. Look again.')
    const stage = stages.find((s) => s.key === key && !s.held)
    if (!stage || stage.open <= 0) throw new Problem('not-now', 'Nothing is open on this stage.')
    const most = minor(Math.min(credit.amount, stage.open))
    if (amount > most) {
      const words = `At most ${formatMoney(most, business.currency)} can be used here.`
      throw new Problem('invalid', words, { amount: words })
    }
    const row = { currency: business.currency, method: 'credit' as const, at: now(), day: today, by }
    await tx.insert(payments).values([
      { ...row, id, jobId, stage: key, amount, asked: stage.amount, reference: `credit:${id}`, words: credit.title },
      {
        ...row,
        id: outOf(id),
        jobId: from,
        stage: credit.stage,
        amount: minor(-amount),
        asked: ZERO,
        reference: `credit:${outOf(id)}`,
        words: job.title,
      },
    ])
    // What they had paid on what they owe becomes their credit first.
    const aside = minor(Math.max(0, amount - (await creditPosted(tx, from))))
    const of = { day: today, jobId }
    await post(
      tx,
      { ...of, event: `payment:${outOf(id)}`, jobId: from },
      entriesOf({ type: 'set aside', amount: aside }),
    )
    const used = entriesOf({ type: 'credit used', amount })
    const moved = used.map((e) => (e.account === 'credit' ? { ...e, jobId: from } : e))
    await post(tx, { ...of, event: `payment:${id}` }, moved)
    const words = formatMoney(amount, business.currency)
    const who = client?.name.slice(0, 80) ?? 'the client'
    await note({
      jobId,
      type: 'paid',
      words: `${words} of ${who}’s credit used, ${stage.label.toLowerCase()}`,
      detail: credit.title,
      state: 'settled',
      notable: true,
    })
    await note({ jobId: from, type: 'paid-back', words: `${words} of credit used on ${job.title}`, state: 'settled' })
    await enqueue('mail.credit-used', `credit-used:${id}`, { jobId, paymentId: id })
    touch(jobId)
    touch(from)
    return id
  })
}

const OUT = '-out'
const outOf = (id: string): string => id + OUT

/** Takes back the use of a credit: both bookings, with one entry in the books. */
export async function counterCredit(
  tx: Db,
  loaded: LoadedJob,
  row: typeof payments.$inferSelect,
  of: { words: string; by: string | null },
): Promise<string> {
  const inId = row.id.endsWith(OUT) ? row.id.slice(0, -OUT.length) : row.id
  const both = await tx
    .select()
    .from(payments)
    .where(inArray(payments.id, [inId, outOf(inId)]))
  const [into, out] = [both.find((p) => p.id === inId)!, both.find((p) => p.id !== inId)!]
  const back = await counterBooking(tx, loaded, into, of)
  await counterBooking(tx, loaded, out, of)
  return back
}
