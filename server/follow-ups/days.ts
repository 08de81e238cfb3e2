import { and, asc, eq, gte, isNull, lte } from 'drizzle-orm'
import { type Day, addDays, dayOf, daysBetween, localOf } from '../../core/calendar/dates'
import { atTime } from '../../core/follow-ups/engine'
import type { FollowUp } from '../../core/follow-ups/model'
import { type Clocked, asksForDays, offsetsOf, timed } from '../../core/follow-ups/timed'
import { groupedBy } from '../../core/lists/grouped'
import { paperOf } from '../chain/occurred'
import { later, now } from '../platform/clock'
import { type Db, db, write } from '../platform/db/client'
import { counters, dues, jobs, papers, roundPapers, rounds } from '../platform/db/schema'
import { occurred } from '../queue/occurred'
import { enqueue } from '../queue/outbox'
import { businessOrNone } from '../records/business'
import { followUpsHere, placeOf } from './kept'

const REACHED = 'follow-ups: days'
/** No days further back than these are made up for. */
const CATCH_UP = 14
const EPOCH = '1970-01-01'
/** So many occurrences in one transaction. */
const AT_ONCE = 50

/** What of the records the days from `first` to `last` can bring something about for. */
export async function clockedOf(
  followUps: readonly FollowUp[],
  first: Day,
  last: Day,
  timeZone: string,
  only?: string,
): Promise<Clocked[]> {
  const span = (kind: Parameters<typeof offsetsOf>[1]) => {
    const days = offsetsOf(followUps, kind)
    return days.length ? ([addDays(first, -days.at(-1)!), addDays(last, -days[0]!)] as const) : null
  }
  const day = span('day')
  const quotes = span('unanswered')
  const due = [span('stage-due'), span('overdue')].filter((s) => s !== null)
  const ofJob = only ? eq(jobs.id, only) : undefined
  const about = { jobId: jobs.id, contactId: jobs.clientId, day: jobs.day }
  const live = and(isNull(jobs.calledOff), ofJob)
  const out = new Map<string, Clocked>()
  const put = (row: { jobId: string; contactId: string | null; day: string | null }, more: Partial<Clocked> = {}) => {
    const there = out.get(row.jobId)
    out.set(row.jobId, { ...row, day: null, quotes: [], stages: [], ...there, ...more })
  }
  if (day)
    for (const row of await db()
      .select(about)
      .from(jobs)
      .where(and(live, gte(jobs.sortDay, day[0]), lte(jobs.sortDay, day[1]))))
      put(row, { day: row.day })
  if (quotes) {
    const rows = await db()
      .select({ ...about, paper: papers, at: rounds.createdAt })
      .from(papers)
      .innerJoin(roundPapers, eq(roundPapers.paperId, papers.id))
      .innerJoin(rounds, eq(rounds.id, roundPapers.roundId))
      .innerJoin(jobs, eq(jobs.id, papers.jobId))
      .where(
        and(
          live,
          eq(papers.kind, 'quote'),
          eq(papers.state, 'out'),
          gte(rounds.createdAt, `${addDays(quotes[0], -1)}`),
          lte(rounds.createdAt, `${addDays(quotes[1], 2)}`),
        ),
      )
      .orderBy(asc(rounds.createdAt))
    // One that was sent anew waits from then on.
    const latest = [...new Map(rows.map((r) => [r.paper.id, r])).values()]
    for (const [jobId, of] of groupedBy(latest, (r) => r.jobId))
      put(of[0]!, {
        quotes: of.map((r) => ({ paperId: r.paper.id, of: paperOf(r.paper), sent: dayOf(r.at, timeZone) })),
        ...(out.get(jobId)?.day ? { day: out.get(jobId)!.day } : {}),
      })
  }
  if (due.length) {
    const [from, to] = [
      due.map((s) => s[0]).sort()[0]!,
      due
        .map((s) => s[1])
        .sort()
        .at(-1)!,
    ]
    const rows = await db()
      .select({ ...about, stage: dues.stage, dueOn: dues.dueOn })
      .from(dues)
      .innerJoin(jobs, eq(jobs.id, dues.jobId))
      .where(and(live, eq(dues.held, false), gte(dues.dueOn, from), lte(dues.dueOn, to)))
    for (const [jobId, of] of groupedBy(rows, (r) => r.jobId))
      put(of[0]!, {
        stages: of.map((r) => ({ key: r.stage, dueOn: r.dueOn })),
        ...(out.get(jobId)?.day ? { day: out.get(jobId)!.day } : {}),
      })
  }
  return [...out.values()]
}

/** The last day that was looked at; null before the first. */
async function reached(tx: Db): Promise<Day | null> {
  const [row] = await tx.select().from(counters).where(eq(counters.key, REACHED))
  return row ? addDays(EPOCH, row.value) : null
}

/**
 * The outbox's part: what the days since the last look have brought about. Days that nobody waited for aren't made up for, nor
 * more than two weeks. Says when to look again.
 */
export async function followDays(): Promise<{ again: string }> {
  const business = await businessOrNone()
  // Nobody has begun it yet.
  if (!business) return { again: later(3600) }
  const place = placeOf(business)
  const local = localOf(now(), place.timeZone)
  const today = local.slice(0, 10)
  const last = local.slice(11) >= place.at ? today : addDays(today, -1)
  const waiting = (await followUpsHere()).filter((f) => f.on)
  const before = await reached(db())
  const from = before ? addDays(before, 1) : last
  const first = daysBetween(from, last) > CATCH_UP ? addDays(last, -CATCH_UP) : from
  if (first <= last) {
    const all = asksForDays(waiting)
      ? timed(waiting, await clockedOf(waiting, first, last, place.timeZone), first, last, place)
      : []
    for (let i = 0; i < all.length; i += AT_ONCE)
      await write(async () => {
        for (const o of all.slice(i, i + AT_ONCE)) await occurred(o)
      })
    await write((tx) =>
      tx
        .insert(counters)
        .values({ key: REACHED, value: daysBetween(EPOCH, last) })
        .onConflictDoUpdate({ target: counters.key, set: { value: daysBetween(EPOCH, last) } }),
    )
  }
  return { again: atTime(last < today ? today : addDays(today, 1), place) }
}
/** Looks at the days from now on. */
export const keepFollowing = (): Promise<void> => enqueue('follow.days', 'follow.days', {})
