import { and, eq } from 'drizzle-orm'
import type { z } from 'zod'
import { formatDay } from '../../../core/calendar/dates'
import { type Minor, ZERO, formatMoney, minor, subtract, sum } from '../../../core/money/money'
import { owedWhenCalledOff, settledAt } from '../../../core/payment-plan/called-off'
import { DAMAGE, planStages } from '../../../core/payment-plan/plan'
import type { callOff as given, CallOffLook } from '../../../shared/jobs'
import type { Actor } from '../../chain/record'
import { SYSTEM } from '../../chain/record'
import { raiseCredit } from '../../money/credits'
import { later, now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { jobs, papers } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { occurred } from '../../queue/occurred'
import { enqueue } from '../../queue/outbox'
import { type LoadedJob, leftOfInvoice, loadJob } from '../../records/job'
import { clientLanguage } from '../../chain/language'
import { saysHere } from '../../records/words'
import { note } from '../../standing/thread'
import { touch } from '../../standing/touch'
import { withdrawPaper } from './manage'

/** For how long calling off can be taken back, in seconds: nothing goes out before. */
const HOUR = 3600

/** What is owed by the terms the job was agreed with; nothing where the business calls it off, or it wasn't agreed. */
function owedBy({ job, priced, credited, today }: LoadedJob, by: 'client' | 'business', on: string): Minor {
  if (by === 'business' || !job.agreedOn) return ZERO
  const plan = planStages({
    plan: job.plan,
    total: priced.total,
    acceptedOn: job.agreedOn,
    jobDay: job.day,
    today,
    payments: [],
  })
  const first = plan.stages[0]?.amount ?? ZERO
  const owed = owedWhenCalledOff(job.plan.calledOff ?? [], { total: priced.total, first, on, jobDay: job.day })
  // What was credited of the invoice before isn't owed by calling off.
  return minor(Math.min(owed, subtract(priced.total, credited)))
}

const papersOut = (jobId: string) =>
  db()
    .select({ id: papers.id, title: papers.title })
    .from(papers)
    .where(and(eq(papers.jobId, jobId), eq(papers.state, 'out')))

/** What calling a job off on a day would come to. */
export async function lookAtCallOff(jobId: string, by: 'client' | 'business', on: string): Promise<CallOffLook> {
  const loaded = await loadJob(jobId)
  const held = (of: boolean) => sum(loaded.payments.filter((p) => (p.stage === DAMAGE) === of).map((p) => p.amount))
  const owed = owedBy(loaded, by, on)
  const paid = held(false)
  return {
    owed,
    total: loaded.priced.total,
    paid,
    ...settledAt(owed, paid),
    held: held(true),
    out: (await papersOut(jobId)).map((p) => p.title),
    invoice: loaded.invoices.map((i) => i.number).join(', ') || null,
  }
}

/**
 * Calls a job off. From now on nothing more is asked for or signed; within the hour it can be taken back, then papers and
 * money follow. `owed` may be less than the terms say, never more.
 */
export async function callOff(jobId: string, input: z.output<typeof given>, actor: Actor): Promise<void> {
  await write(async (tx) => {
    const loaded = await loadJob(jobId)
    const { job, today, business } = loaded
    if (job.calledOff) throw new Problem('not-now', 'This job was called off already.')
    if (job.completedOn) throw new Problem('not-now', 'This job is done. Credit its invoice instead.')
    if (input.on > today)
      throw new Problem('invalid', 'That day is still to come.', { on: 'Give today or a day before.' })
    const most = owedBy(loaded, input.by, input.on)
    const owed = input.owed ?? most
    if (owed > most) {
      const words = `By what was agreed ${formatMoney(most, business.currency)} is kept at most.`
      throw new Problem('invalid', words, { owed: words })
    }
    const at = now()
    const calledOff = { on: input.on, by: input.by, owed, words: input.words, at, until: later(HOUR), done: false }
    await tx
      .update(jobs)
      .set({ calledOff, version: job.version + 1 })
      .where(eq(jobs.id, jobId))
    await note({
      jobId,
      type: 'called-off',
      words: `Called off by ${input.by === 'client' ? 'the client' : 'us'}, ${formatDay(input.on, today)}: ${formatMoney(owed, business.currency)} is kept`,
      detail: [input.words, `Said by ${actor.name}. It can be taken back within the hour.`].filter(Boolean).join('\n'),
      state: 'trouble',
      notable: true,
    })
    await occurred({
      id: `called-off:${jobId}:${at}`,
      kind: 'called-off',
      at,
      jobId,
      contactId: job.clientId,
      by: actor.name,
    })
    await enqueue('call-off', `call-off:${jobId}:${at}`, { jobId, at }, calledOff.until)
    touch(jobId)
  })
}

/** Takes calling off back, as if it had never been said: nothing had gone out. Done twice it does nothing. */
export async function takeBackCallOff(jobId: string): Promise<void> {
  await write(async (tx) => {
    const { job } = await loadJob(jobId)
    if (!job.calledOff) return
    if (job.calledOff.done || job.calledOff.until < now())
      throw new Problem('not-now', 'The hour is over: papers and money have followed. Make another job like it.')
    await tx
      .update(jobs)
      .set({ calledOff: null, version: job.version + 1 })
      .where(eq(jobs.id, jobId))
    await note({ jobId, type: 'called-off', words: 'Not called off after all', state: 'settled', notable: true })
    touch(jobId)
  })
}

/** The outbox's part, an hour later: what is out is withdrawn, the invoice follows what is kept, the client is told. */
export async function followCallOff(jobId: string, at: string): Promise<void> {
  const { job } = await loadJob(jobId)
  if (job.calledOff?.at !== at || job.calledOff.done) return
  const says = await saysHere(await clientLanguage(jobId, job.clientId))
  const why = job.calledOff.words || says('mCalledOffSubject', { job: job.title })
  for (const { id } of await papersOut(jobId)) await withdrawPaper(id, why, SYSTEM)
  await write(async (tx) => {
    const loaded = await loadJob(jobId)
    const calledOff = loaded.job.calledOff!
    const left = loaded.invoices.map((i) => ({ id: i.id, total: sum(leftOfInvoice(loaded, i).map((g) => g.total)) }))
    let over = sum(left.map((i) => i.total)) - calledOff.owed
    if (over < 0) await enqueue('invoice', `invoice:${jobId}:off:${at}`, { jobId })
    // The last that was raised is taken back first.
    for (const { id, total } of left.reverse()) {
      const amount = minor(Math.min(total, Math.max(over, 0)))
      if (amount > 0) await raiseCredit(id, { amount, words: calledOff.words, key: `off-${jobId}-${at}-${id}` })
      over -= amount
    }
    await tx
      .update(jobs)
      .set({ calledOff: { ...calledOff, done: true } })
      .where(eq(jobs.id, jobId))
    await enqueue('mail.called-off', `called-off:${jobId}:${at}`, { jobId })
    touch(jobId)
  })
}
