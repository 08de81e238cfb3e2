import { and, asc, eq, inArray, sql } from 'drizzle-orm'
import { type Day, addDays, formatDay } from '../../core/calendar/dates'
import { type Minor, formatMoney, minor, percentOf } from '../../core/money/money'
import { dearer } from '../../core/pricing/breaks'
import { price } from '../../core/pricing/pricing'
import { ruleProblem } from '../../core/recurrence/rhythm'
import { rhythmWords } from '../../core/recurrence/words'
import type { ActOnRhythm, SaveRhythm } from '../../shared/rhythms'
import { now } from '../platform/clock'
import { type Db, write } from '../platform/db/client'
import { jobs, rhythmDays, rhythms } from '../platform/db/schema'
import type { RhythmPrice } from '../platform/db/schema/rhythms'
import { newId } from '../platform/ids'
import { Problem, notFound } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { type LoadedJob, loadJob, basisOf } from '../records/job'
import { note } from '../standing/thread'
import { touch } from '../standing/touch'
import { putLines } from './lines'
import { removeJobs } from './remove'

export type RhythmRow = typeof rhythms.$inferSelect

function insistOn({ rhythm }: LoadedJob): RhythmRow {
  if (!rhythm) throw notFound('rhythm')
  return rhythm
}

/** What is done on a day costs: as was agreed first, or as the last change of price before it says. */
export function pricedOn(
  { lines, job }: Pick<LoadedJob, 'lines' | 'job'>,
  { prices }: Pick<RhythmRow, 'prices'>,
  day: Day,
): Pick<RhythmPrice, 'lines' | 'discount'> {
  return prices.findLast((p) => p.from <= day) ?? { lines, discount: job.discount }
}

/** Says how a job is to repeat, as long as it isn't switched on. Nothing comes of it before that. */
export async function saveRhythm(jobId: string, given: SaveRhythm): Promise<void> {
  await write(async (tx) => {
    const { job, today, rhythm: there } = await loadJob(jobId)
    if (job.repeats)
      throw new Problem(
        'not-now',
        'This job is one of a rhythm itself. Open the job it was agreed with to change that.',
      )
    if (!job.day) throw new Problem('invalid', 'Give this job its day first: the rhythm counts from it.')
    const wrong = ruleProblem(given.rule, job.day)
    if (wrong) throw new Problem('invalid', wrong, { rule: wrong })
    if (there?.startedAt) throw new Problem('not-now', 'It is running. Pause it, end it or change its price instead.')
    const is = { ...given, from: job.day, doneTo: job.day }
    await tx
      .insert(rhythms)
      .values({ jobId, ...is })
      .onConflictDoUpdate({ target: rhythms.jobId, set: is })
    await note({
      jobId,
      type: 'rhythm',
      words: `To be repeated ${rhythmWords(given.rule, job.day)}`,
      detail: from(job.day, today),
    })
    touch(jobId)
  })
}
const from = (day: Day, today: Day) => `From ${formatDay(day, today)}`

/** Makes a job one-off again, as long as its rhythm isn't switched on. */
export async function forgetRhythm(jobId: string): Promise<void> {
  await write(async (tx) => {
    const rhythm = insistOn(await loadJob(jobId))
    if (rhythm.startedAt) throw new Problem('not-now', 'It is running. End it instead.')
    await tx.delete(rhythms).where(eq(rhythms.jobId, jobId))
    await note({ jobId, type: 'rhythm', words: 'One-off again' })
    touch(jobId)
  })
}

type Kept = { id: string; day: Day }[]

/** Starts, pauses, ends a rhythm, or changes its price. Says which jobs stay though their days fall out. */
export async function actOnRhythm(jobId: string, given: ActOnRhythm): Promise<{ kept: Kept }> {
  return write(async (tx) => {
    const loaded = await loadJob(jobId)
    const rhythm = insistOn(loaded)
    if (loaded.job.calledOff) throw new Problem('not-now', 'This job was called off, and its rhythm with it.')
    if (!rhythm.startedAt && given.act !== 'start') throw new Problem('not-now', 'It isn’t switched on yet.')
    const { set, words, detail, out } = ACTS[given.act](given as never, rhythm, loaded)
    await tx.update(rhythms).set(set).where(eq(rhythms.jobId, jobId))
    const kept = out ? await takeOut(tx, jobId, out) : []
    if (given.act === 'price') await priceAnew(tx, jobId, { ...rhythm, ...set }, given.from)
    await note({ jobId, type: 'rhythm', words, detail, state: given.act === 'start' ? 'settled' : null, notable: true })
    await enqueue('rhythm', `rhythm:${jobId}:${newId()}`, { jobId })
    touch(jobId)
    return { kept }
  })
}

interface Effect {
  set: Partial<RhythmRow>
  words: string
  detail?: string
  /** The days that fall out. */
  out?: { from: Day; to: Day | null }
}
type Acts = {
  [A in ActOnRhythm['act']]: (given: Extract<ActOnRhythm, { act: A }>, rhythm: RhythmRow, loaded: LoadedJob) => Effect
}

const insistOnDay = (day: Day, least: Day, field: string, words: string): void => {
  if (day < least) throw new Problem('invalid', words, { [field]: words })
}

const ACTS: Acts = {
  start: (_, rhythm, { job }) => {
    if (rhythm.startedAt) throw new Problem('not-now', 'It is running already.')
    if (!job.agreedOn) throw new Problem('not-now', 'This job isn’t agreed yet. It can be repeated once it is.')
    if (job.day !== rhythm.from)
      throw new Problem('not-now', 'The day of this job has moved since. Look at its rhythm again, and save it.')
    return { set: { startedAt: now() }, words: `Repeats ${rhythmWords(rhythm.rule, rhythm.from)}` }
  },
  pause: ({ from, to }, { pauses }, { today }) => {
    insistOnDay(from, today, 'from', 'Give today or a day to come.')
    if (pauses.some((p) => (p.to === null || p.to >= from) && (to === null || p.from <= to)))
      throw new Problem('not-now', 'It pauses then already.')
    return {
      set: { pauses: [...pauses, { from, to }].sort((a, b) => (a.from < b.from ? -1 : 1)) },
      words: `Pauses from ${formatDay(from, today)}${to ? ` to ${formatDay(to, today)}` : ''}`,
      out: { from, to },
    }
  },
  resume: (_, { pauses, doneTo }, { today }) => {
    const yesterday = addDays(today, -1)
    const cut = pauses
      .map((p) => (p.to === null || p.to >= today ? { ...p, to: yesterday } : p))
      .filter((p) => p.from <= p.to!)
    if (JSON.stringify(cut) === JSON.stringify(pauses)) throw new Problem('not-now', 'There is no pause to end.')
    // Days that were passed over are looked at again.
    return { set: { pauses: cut, doneTo: doneTo < yesterday ? doneTo : yesterday }, words: 'Goes on' }
  },
  end: ({ on }, { doneTo }, { today }) => {
    insistOnDay(on, addDays(today, -1), 'on', 'Give yesterday or a day after it: what is past can’t be undone.')
    return {
      set: { endsOn: on, doneTo: doneTo < on ? doneTo : on },
      words: `Ends on ${formatDay(on, today)}`,
      out: { from: addDays(on, 1), to: null },
    }
  },
  price: ({ from, percent }, rhythm, loaded) => {
    const { today, business, job } = loaded
    const soonest = addDays(today, rhythm.notice)
    insistOnDay(
      from,
      soonest,
      'from',
      `They hear of it ${rhythm.notice} days before: from ${formatDay(soonest, today)} at the earliest.`,
    )
    const last = rhythm.prices.at(-1)
    if (last && last.from >= from)
      throw new Problem('invalid', 'Another price holds from then on already.', {
        from: `Give a day after ${formatDay(last.from, today)}.`,
      })
    const before = pricedOn(loaded, rhythm, from)
    const lines = before.lines.map((l) => dearer(l, (price) => minor(price + percentOf(price, percent))))
    const of = (x: Pick<RhythmPrice, 'lines' | 'discount'>): Minor => price({ ...x, ...basisOf(job) }).total
    const next = { from, percent, lines, discount: before.discount, toldAt: now() }
    const show = (n: Minor) => formatMoney(n, business.currency, business.settings.locale)
    return {
      set: { prices: [...rhythm.prices, next] },
      words: `From ${formatDay(from, today)} it costs ${show(of(next))} instead of ${show(of(before))} each time`,
      detail: loaded.client?.email ? 'Its client is told by e-mail.' : 'Its client has no e-mail address: tell them.',
    }
  },
}

/** Takes out the jobs of some days that nothing has happened with; says which stay. */
async function takeOut(tx: Db, rhythmId: string, { from, to }: { from: Day; to: Day | null }): Promise<Kept> {
  const put = await tx
    .select({ id: rhythmDays.jobId, day: rhythmDays.day })
    .from(rhythmDays)
    .where(
      and(
        eq(rhythmDays.rhythmId, rhythmId),
        sql`${rhythmDays.day} >= ${from}`,
        to ? sql`${rhythmDays.day} <= ${to}` : undefined,
      ),
    )
    .orderBy(asc(rhythmDays.day))
  if (!put.length) return []
  const gone = await removeJobs(put.map((p) => p.id))
  return put.filter((p) => !gone.includes(p.id))
}

/** Gives jobs that were put down already the price of their day, where nothing has happened with them. */
async function priceAnew(tx: Db, jobId: string, rhythm: RhythmRow, fromDay: Day): Promise<void> {
  const { lines, discount } = rhythm.prices.at(-1)!
  const put = await tx
    .select({ id: jobs.id })
    .from(rhythmDays)
    .innerJoin(jobs, eq(jobs.id, rhythmDays.jobId))
    .where(
      and(
        eq(rhythmDays.rhythmId, jobId),
        sql`${rhythmDays.day} >= ${fromDay}`,
        eq(jobs.version, 1),
        sql`not exists (select 1 from invoices i where i.job_id = ${jobs.id})`,
      ),
    )
  if (put.length)
    await tx
      .update(jobs)
      .set({ discount })
      .where(
        inArray(
          jobs.id,
          put.map((p) => p.id),
        ),
      )
  for (const { id } of put) {
    await putLines(tx, id, lines)
    touch(id)
  }
  await enqueue('mail.price', `price:${jobId}:${fromDay}`, { jobId, from: fromDay })
}
