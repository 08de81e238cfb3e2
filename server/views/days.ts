import { and, asc, eq, gte, inArray, isNotNull, isNull, lte, ne, or, sql } from 'drizzle-orm'
import { clashFinder } from '../../core/calendar/clashes'
import { addDays, dayOf } from '../../core/calendar/dates'
import { daysOf, wantedByDay } from '../../core/items/stock'
import { lineOf, standing } from '../../core/line/line'
import { mayAny } from '../../core/members/rights'
import { decimalString, minor, tenThousandths } from '../../core/money/money'
import { counts } from '../../core/pricing/pricing'
import type { CalendarDays, MoveLook } from '../../shared/calendar'
import { bookedBetween, bookedOn, clashWords, lookAtMove } from '../jobs/move'
import type { Member } from '../members/members'
import { driftOfJob } from '../papers/drift'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import {
  catalogue,
  contacts,
  dues,
  entries,
  jobLines,
  jobs,
  laidCalendars,
  papers,
  rounds,
  standings,
  tasks,
} from '../platform/db/schema'
import { toLine } from '../records/job'
import { type Business, theBusiness } from '../records/business'
import { shortOf } from './stock'

/** So many jobs a calendar shows at once; so many other things. */
const JOBS = 400
const BESIDE = 300
/** So many clashes are said of one job. */
const CLASHES = 5

/** Jobs and what stands beside them on some days, both counted. */
export async function calendarDays(from: string, to: string, member: Member): Promise<CalendarDays> {
  const business = await theBusiness()
  const day = today(business.timeZone)
  const seesMoney = mayAny(member, ['money', 'book'])
  const [booked, [sums], beside, calendars, stock] = await Promise.all([
    bookedOn(from, to),
    db()
      .select({
        jobs: sql<number>`count(*)`,
        notReady: sql<number>`coalesce(sum(not ${standings.ready}), 0)`,
        total: sql<number>`coalesce(sum(${standings.total}), 0)`,
      })
      .from(jobs)
      .innerJoin(standings, eq(standings.jobId, jobs.id))
      .where(and(gte(jobs.sortDay, from), lte(jobs.sortDay, to))),
    besideOn(from, to, business, member, seesMoney),
    db().select().from(laidCalendars).orderBy(asc(laidCalendars.at)),
    stockOn(from, to),
  ])
  const inSight = booked
    .slice(0, JOBS)
    .filter((b) => b.spans.some((s) => s.starts.slice(0, 10) <= to && (s.ends ?? s.starts).slice(0, 10) >= from))
  const stands = await standsOf(inSight.map((b) => b.id))
  // One that was removed between the two readings is gone.
  const shown = inSight.filter((b) => stands.has(b.id))
  const find = clashFinder(booked.filter((b) => !b.calledOff))
  const clashes = new Map(shown.map((b) => [b.id, b.calledOff ? [] : find(b, CLASHES)]))
  const words = await clashWords([...clashes.values()].flat())
  let at = 0
  return {
    today: day,
    currency: business.currency,
    jobs: shown.map(({ id, title, spans, calledOff }) => {
      const { client, facts } = stands.get(id)!
      const stops = lineOf(facts, day)
      const { state, words: stand } = standing(stops, facts)
      return {
        ...{ id, title, client: client ?? '', state, words: calledOff ? 'called off' : stand, stops },
        spans: [...spans],
        clashes: words.slice(at, (at += clashes.get(id)!.length)),
      }
    }),
    sums: {
      jobs: Number(sums!.jobs),
      notReady: Number(sums!.notReady),
      total: minor(seesMoney ? Number(sums!.total) : 0),
    },
    beside,
    laid: calendars.flatMap((c) =>
      c.entries
        .filter((e) => e.from.slice(0, 10) <= to && e.to.slice(0, 10) >= from)
        .slice(0, BESIDE)
        .map((e, i) => ({ id: `${c.id}-${i}`, calendar: c.name, ...e })),
    ),
    calendars: calendars.map(({ id, name, url, readAt, trouble, entries: list }) => ({
      ...{ id, name, url, readAt, trouble },
      entries: list.length,
    })),
    stock,
  }
}

/** Where some jobs stand, and who they are for. */
const standsOf = async (ids: readonly string[]) =>
  new Map(
    (
      await db()
        .select({ id: jobs.id, client: contacts.name, facts: standings.facts })
        .from(jobs)
        .innerJoin(standings, eq(standings.jobId, jobs.id))
        .leftJoin(contacts, eq(contacts.id, jobs.clientId))
        .where(sql`${jobs.id} in (select value from json_each(${JSON.stringify(ids)}))`)
    ).map((s) => [s.id, s]),
  )

async function besideOn(
  from: string,
  to: string,
  { timeZone }: Business,
  member: Member,
  seesMoney: boolean,
): Promise<CalendarDays['beside']> {
  const [todo, due, lapse, own] = await Promise.all([
    db()
      .select({ id: tasks.id, day: tasks.day, words: tasks.words, jobId: tasks.jobId })
      .from(tasks)
      .where(
        and(
          isNull(tasks.doneAt),
          gte(tasks.day, from),
          lte(tasks.day, to),
          or(isNull(tasks.memberId), eq(tasks.memberId, member.id)),
        ),
      )
      .limit(BESIDE),
    seesMoney
      ? db()
          .select({ stage: dues.stage, day: dues.dueOn, label: dues.label, jobId: jobs.id, title: jobs.title })
          .from(dues)
          .innerJoin(jobs, eq(jobs.id, dues.jobId))
          .where(and(gte(dues.dueOn, from), lte(dues.dueOn, to)))
          .limit(BESIDE)
      : [],
    db()
      .select({ id: rounds.id, at: rounds.lapsesAt, title: papers.title, jobId: jobs.id })
      .from(rounds)
      .innerJoin(papers, eq(papers.id, rounds.paperId))
      .innerJoin(jobs, eq(jobs.id, rounds.jobId))
      .where(and(gte(rounds.lapsesAt, from), lte(rounds.lapsesAt, `${addDays(to, 1)}T12:00`), eq(papers.state, 'out')))
      .limit(BESIDE),
    db()
      .select()
      .from(entries)
      .where(and(gte(entries.day, from), lte(entries.day, to), ne(entries.words, '')))
      .limit(BESIDE),
  ])
  return [
    ...todo.map((t) => ({ id: `t-${t.id}`, day: t.day!, words: t.words, kind: 'task' as const, jobId: t.jobId })),
    ...due.map((d) => ({
      id: `s-${d.jobId}-${d.stage}`,
      day: d.day,
      words: `${d.label} due: ${d.title}`,
      kind: 'stage' as const,
      jobId: d.jobId,
    })),
    ...lapse.map((l) => ({
      id: `l-${l.id}`,
      day: dayOf(l.at!, timeZone),
      words: `${l.title} lapses`,
      kind: 'lapse' as const,
      jobId: l.jobId,
    })),
    ...own.map((e) => ({ id: `e-${e.id}`, day: e.day, words: e.words, kind: 'entry' as const, jobId: e.jobId })),
  ]
}

/** What there is of limited items, and the most that agreed jobs take of each on one of these days. */
async function stockOn(from: string, to: string): Promise<CalendarDays['stock']> {
  const items = await db()
    .select({ id: catalogue.id, description: catalogue.description, stock: catalogue.stock })
    .from(catalogue)
    .where(isNotNull(catalogue.stock))
    .limit(40)
  if (!items.length) return []
  const rows = await db()
    .select({ job: { starts: jobs.starts, ends: jobs.ends, furtherDays: jobs.furtherDays }, line: jobLines })
    .from(jobs)
    .innerJoin(jobLines, eq(jobLines.jobId, jobs.id))
    .where(
      and(
        bookedBetween(from, to),
        isNotNull(jobs.agreedOn),
        isNull(jobs.calledOff),
        inArray(
          jobLines.item,
          items.map((i) => i.id),
        ),
      ),
    )
    .limit(4000)
  const taken = rows.map(({ job, line }) => ({ job, line: toLine(line) })).filter(({ line }) => counts(line))
  return items.map(({ id, description, stock }) => {
    const wanted = taken
      .filter(({ line }) => line.item === id)
      .flatMap(({ job, line }) => daysOf(job, tenThousandths(line.quantity)))
    const days = wantedByDay(wanted, from, to)
    const most = days.reduce((n, d) => (d.quantity > n ? d.quantity : n), 0n)
    const full = days.filter((d) => d.quantity >= BigInt(stock!) * 10_000n)
    const [first, last] = [full[0]?.day, full.at(-1)?.day]
    return {
      ...{ id, description, stock: stock!, most: Number(decimalString(most)) },
      words: !most
        ? 'free'
        : first
          ? `all out ${first === last ? first : `${first} to ${last}`}`
          : `${decimalString(most)} at most`,
    }
  })
}

/** What moving a job to another day would touch. */
export const moveView = (id: string, to: string): Promise<MoveLook> =>
  lookAtMove(id, to, {
    drift: driftOfJob,
    short: shortOf,
    titles: async (ids) =>
      new Map(
        (ids.length
          ? await db()
              .select({ id: papers.id, title: papers.title, state: papers.state })
              .from(papers)
              .where(inArray(papers.id, [...ids]))
          : []
        ).map((p) => [p.id, p]),
      ),
  })
