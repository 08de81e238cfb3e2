import { desc, eq } from 'drizzle-orm'
import { type Day, addDays } from '../../core/calendar/dates'
import { price } from '../../core/pricing/pricing'
import { daysOf, isPaused } from '../../core/recurrence/rhythm'
import { rhythmWords } from '../../core/recurrence/words'
import type { RhythmView } from '../../shared/rhythms'
import { type RhythmRow, pricedOn } from '../jobs/rhythm'
import { db } from '../platform/db/client'
import { rhythmDays, standings } from '../platform/db/schema'
import { type LoadedJob, basisOf } from '../records/job'

/** The most days that are shown of what was put down, and of what will come. */
const MADE = 60
const NEXT = 6
/** How far what will come is looked for: a day every few years is shown, too. */
const FAR = 3660

function stateOf({ startedAt, endsOn, pauses }: RhythmRow, { job, today }: LoadedJob, some: boolean) {
  if (!startedAt) return 'planned'
  if (job.calledOff || !job.day) return 'stopped'
  if (endsOn && endsOn < today) return 'ended'
  if (isPaused(today, pauses)) return 'paused'
  // In a pause that is still to come nothing more may be in sight, and yet it isn't over.
  return some || pauses.some((p) => p.to === null || p.to >= today) ? 'running' : 'ended'
}

/** How a job repeats, what was put down of it and what will come; null where it is one-off. */
export async function rhythmView(loaded: LoadedJob): Promise<RhythmView | null> {
  const { job, today, rhythm } = loaded
  if (!rhythm) return null
  const { rule, from, endsOn, doneTo } = rhythm
  const made = await db()
    .select({ day: rhythmDays.day, jobId: rhythmDays.jobId, state: standings.state })
    .from(rhythmDays)
    .innerJoin(standings, eq(standings.jobId, rhythmDays.jobId))
    .where(eq(rhythmDays.rhythmId, job.id))
    .orderBy(desc(rhythmDays.day))
    .limit(MADE)
  const far = addDays(doneTo > today ? doneTo : today, FAR)
  const next =
    job.calledOff || !job.day
      ? []
      : daysOf(rule, from, { after: doneTo, to: endsOn && endsOn < far ? endsOn : far })
          .filter((day) => !isPaused(day, rhythm.pauses))
          .slice(0, NEXT)
  const totalOn = (day: Day) => price({ ...pricedOn(loaded, rhythm, day), ...basisOf(job) }).total
  return {
    rule,
    words: rhythmWords(rule, from),
    from,
    ahead: rhythm.ahead,
    payWithin: rhythm.payWithin,
    notice: rhythm.notice,
    state: stateOf(rhythm, loaded, next.length > 0 || made.some((m) => m.day >= today)),
    endsOn,
    pauses: rhythm.pauses,
    prices: rhythm.prices.map((p) => ({ from: p.from, percent: p.percent, total: totalOn(p.from) })),
    made,
    next: next.map((day) => ({ day, total: totalOn(day) })),
  }
}
