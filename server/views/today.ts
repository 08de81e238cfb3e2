import { and, asc, desc, eq, gte, inArray, isNotNull, lt, or, sql } from 'drizzle-orm'
import { addDays, daysBetween } from '../../core/calendar/dates'
import { type Stop, lineOf } from '../../core/line/line'
import type { Move, TodayView, Waiting } from '../../shared/overview'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, happenings, jobs, standings } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { latestRounds } from '../chain/state'
import { unreadOf } from './notices'
import { countsByState, moneyRow } from './sums'
import { SHOWN, checks, columns, latePayers, outOf, toMove, waitingOf } from './moves'

/** How far back a job still counts among those that wait, in days. */
const BACK = 60
type Checking = Awaited<ReturnType<typeof checks>>
const yoursOf = (count: (states: string[]) => number, { hidden, mine }: Checking): number =>
  count(['trouble', 'yours']) - hidden.size + mine.length

/** How many things are a member's to move. */
export async function needsOf(me: string | null): Promise<{ count: number; notices: number }> {
  const { timeZone } = await theBusiness()
  const day = today(timeZone)
  const [count, checking, notices] = await Promise.all([
    countsByState(addDays(day, -BACK)),
    checks(me, day),
    me ? unreadOf(me) : 0,
  ])
  return { count: yoursOf(count, checking), notices }
}

/** The Today screen of a member: whose move is it, what comes up, what money is where. */
export async function todayView(me: string | null): Promise<TodayView> {
  const business = await theBusiness()
  const day = today(business.timeZone)
  const list = (states: string[]) =>
    db()
      .select(columns)
      .from(standings)
      .innerJoin(jobs, eq(jobs.id, standings.jobId))
      .leftJoin(contacts, eq(contacts.id, jobs.clientId))
      .where(and(inArray(standings.state, states), gte(standings.sortDay, addDays(day, -BACK))))
      .orderBy(asc(standings.sortDay), asc(standings.jobId))
      .limit(SHOWN)
  const [yours, theirs, count] = await Promise.all([
    list(['trouble', 'yours']),
    list(['theirs']),
    countsByState(addDays(day, -BACK)),
  ])
  const [late, checking] = await Promise.all([latePayers(day), checks(me, day)])
  const live = await latestRounds(outOf(theirs))
  const waiting: Waiting[] = [
    ...late.rows,
    ...checking.others,
    ...theirs.filter((r) => !late.rows.some((l) => l.jobId === r.jobId)).map((r) => waitingOf(r, live, day)),
  ]
  const end = addDays(day, 30)
  const soon = await db()
    .select({ ...columns, ready: standings.ready, furtherDays: jobs.furtherDays })
    .from(standings)
    .innerJoin(jobs, eq(jobs.id, standings.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(
      and(
        or(
          and(gte(standings.sortDay, day), lt(standings.sortDay, end)),
          // Begun before, with more days to come.
          inArray(
            standings.jobId,
            sql`(select id from jobs where further_days <> '[]' and sort_day >= ${addDays(day, -BACK)} and sort_day < ${day})`,
          ),
        ),
        isNotNull(jobs.day),
      ),
    )
    .orderBy(asc(standings.sortDay), asc(standings.jobId))
    .limit(60)
  const coming = soon.flatMap((r) => {
    const stops = lineOf(r.facts, day)
    const trouble = stops.find((s) => s.state === 'trouble')
    const said = trouble && troubleWords(trouble)
    const days = [r.day!, ...r.furtherDays.map((d) => d.starts.slice(0, 10))]
    return days
      .map((of, i) => ({
        id: r.jobId,
        title: r.title,
        day: of,
        which: days.length > 1 ? `day ${i + 1} of ${days.length}` : null,
        stops,
        warning: said || (daysBetween(day, of) <= 7 && !r.ready ? 'not ready' : null),
      }))
      .filter((c) => c.day >= day && c.day < end)
  })
  const happened = await db()
    .select()
    .from(happenings)
    .where(eq(happenings.notable, true))
    .orderBy(desc(happenings.at), desc(happenings.id))
    .limit(8)
  return {
    today: day,
    currency: business.currency,
    yours: [...checking.mine, ...yours.filter((r) => !checking.hidden.has(r.jobId)).map((r) => toMove(r, day))].slice(
      0,
      SHOWN,
    ),
    yoursTotal: yoursOf(count, checking),
    waiting: waiting.slice(0, SHOWN),
    waitingTotal: count(['theirs']) + late.besides + checking.others.length,
    coming,
    money: await moneyRow(day),
    notReadyThisWeek: new Set(coming.filter((c) => c.warning && daysBetween(day, c.day) <= 7).map((c) => c.id)).size,
    happened: happened.map((h) => ({
      id: h.id,
      jobId: h.jobId,
      at: h.at,
      words: h.words,
      detail: h.detail,
      state: h.state as Move['state'] | null,
    })),
  }
}

const troubleWords = ({ key, label, note }: Stop): string =>
  key === 'waivers' ? note.replace('missing', 'waivers missing') : `${label}: ${note}`
