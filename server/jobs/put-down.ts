import { and, eq, gt, isNotNull, isNull, or } from 'drizzle-orm'
import { type Day, addDays } from '../../core/calendar/dates'
import { MOST_DAYS, daysOf, isPaused, movedTo } from '../../core/recurrence/rhythm'
import { rhythmWords } from '../../core/recurrence/words'
import { searchable } from '../../shared/text'
import { atWall, now, today } from '../platform/clock'
import { type Db, db, write } from '../platform/db/client'
import { jobs, rhythmDays, rhythms } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { enqueue } from '../queue/outbox'
import { theBusiness } from '../records/business'
import { type LoadedJob, loadJob } from '../records/job'
import { note } from '../standing/thread'
import { touch } from '../standing/touch'
import { putLines } from './lines'
import { pricedOn } from './rhythm'

/** Puts down the jobs of a rhythm whose time has come, each once, however often and by however many it is done. */
export async function putDown(jobId: string): Promise<void> {
  for (;;) {
    const loaded = await loadJob(jobId)
    const { rhythm } = loaded
    if (!rhythm?.startedAt || loaded.job.calledOff || !loaded.job.day) return
    const horizon = addDays(loaded.today, rhythm.ahead)
    const to = rhythm.endsOn && rhythm.endsOn < horizon ? rhythm.endsOn : horizon
    if (rhythm.doneTo >= to) return
    const days = daysOf(rhythm.rule, rhythm.from, { after: rhythm.doneTo, to })
    for (const day of days) if (!isPaused(day, rhythm.pauses)) await write((tx) => putDownOne(tx, loaded, day))
    const all = days.length < MOST_DAYS
    // Paused or gone on meanwhile: whoever did that asks for it again.
    await write((tx) =>
      tx
        .update(rhythms)
        .set({ doneTo: all ? to : days.at(-1)! })
        .where(and(eq(rhythms.jobId, jobId), eq(rhythms.doneTo, rhythm.doneTo))),
    )
    if (all) return
  }
}

async function putDownOne(tx: Db, loaded: LoadedJob, day: Day): Promise<void> {
  const [current] = await tx.select().from(rhythms).where(eq(rhythms.jobId, loaded.job.id))
  const [there] = await tx
    .select({ id: rhythmDays.jobId })
    .from(rhythmDays)
    .where(and(eq(rhythmDays.rhythmId, loaded.job.id), eq(rhythmDays.day, day)))
  // Paused or ended while the days before were put down.
  if (there || !current || isPaused(day, current.pauses) || (current.endsOn && day > current.endsOn)) return
  const { job, client, business, kind, today } = loaded
  const id = newId()
  const { lines, discount } = pricedOn(loaded, current, day)
  await tx.insert(jobs).values({
    id,
    kindId: job.kindId,
    title: job.title,
    clientId: job.clientId,
    ...movedTo(job, day, job.timeZone),
    timeZone: job.timeZone,
    place: job.place,
    people: job.people,
    facts: job.facts,
    notes: job.notes,
    discount,
    pricesIncludeTax: job.pricesIncludeTax,
    reverseCharge: job.reverseCharge,
    plan: {
      stages: [
        {
          key: 'whole',
          label: job.plan.stages.at(-1)?.label ?? 'Payment',
          amount: 'remainder',
          due: { fromDay: current.payWithin },
        },
      ],
      damageDeposit: null,
      calledOff: job.plan.calledOff,
    },
    agreedOn: today,
    repeats: job.id,
    createdAt: now(),
    search: searchable(job.title, client?.name, job.place),
  })
  await putLines(tx, id, lines)
  await tx.insert(rhythmDays).values({ rhythmId: job.id, day, jobId: id })
  await note({ jobId: id, type: 'job', words: `Put down by its rhythm: ${rhythmWords(current.rule, current.from)}` })
  const when = kind.settings.expects.invoice
  // What waits for papers or an agreement elsewhere has them here: its day is what is left to wait for.
  if (when !== 'completed' && when !== 'never')
    await enqueue('invoice', `invoice:${id}`, { jobId: id }, atWall(`${day}T06:00`, business.timeZone))
  touch(id)
  touch(job.id)
}

/** When jobs are put down, where the business is. */
const MORNING = '05:30'

/** Every morning's look at all rhythms that run; says when to look again. */
export async function putDownAll(): Promise<{ again: string }> {
  const { timeZone } = await theBusiness()
  const running = await db()
    .select({ jobId: rhythms.jobId })
    .from(rhythms)
    .innerJoin(jobs, eq(jobs.id, rhythms.jobId))
    .where(
      and(
        isNotNull(rhythms.startedAt),
        isNull(jobs.calledOff),
        or(isNull(rhythms.endsOn), gt(rhythms.endsOn, rhythms.doneTo)),
      ),
    )
  const day = today(timeZone)
  for (const { jobId } of running) await enqueue('rhythm', `rhythm:${jobId}:${day}`, { jobId })
  return { again: atWall(`${addDays(day, 1)}T${MORNING}`, timeZone) }
}

/** Sees to it that it is looked every morning. Asked at every start, it is one errand. */
export const keepRhythms = (): Promise<void> => enqueue('rhythms', 'rhythms:morning', {})
