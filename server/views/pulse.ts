import { and, asc, count, eq, gte, inArray, isNotNull, isNull, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { addDays, dayOf, daysBetween, instantOf } from '../../core/calendar/dates'
import { ABOUT, type About, type OccurrenceKind } from '../../core/follow-ups/model'
import { mayAny } from '../../core/members/rights'
import { PULSE, pulseOf } from '../../core/pulse/pulse'
import { SAID } from '../../core/pulse/said'
import type { PulseView, TimelineView, timelineQuery } from '../../shared/pulse'
import { latestRounds } from '../chain/state'
import { namesHere } from '../follow-ups/names'
import type { Member } from '../members/members'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import {
  contacts,
  jobs,
  members,
  occurrences,
  papers,
  payments,
  roundPlans,
  standings,
  tasks,
} from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { pageKey, readEnd } from './listed'
import { columns, outOf, waitingOf } from './moves'

const LONGEST = 5
/** The first instant of a day where the business is, as it is kept. */
const start = (day: string, timeZone: string) => new Date(instantOf(`${day}T00:00`, timeZone)).toISOString()

/** What went on in the last days: counts, who waits longest, who has what to do. */
export async function pulseView(span: number, member: Member): Promise<PulseView> {
  const { timeZone, currency } = await theBusiness()
  const day = today(timeZone)
  const since = start(addDays(day, 1 - 2 * span), timeZone)
  const seesMoney = mayAny(member, ['money', 'book'])
  const [counted, money, longest, plates] = await Promise.all([
    // By the hour: which day that is hangs on where the business is.
    db().all<{ kind: string; hour: string; n: number }>(sql`select kind, substr(at, 1, 13) hour, count(*) n
      from ${occurrences} where kind in ('asked', 'opened', 'signed', 'declined', 'lapsed') and at >= ${since} group by 1, 2`),
    seesMoney
      ? db().all<{ hour: string; n: number }>(sql`select substr(at, 1, 13) hour, sum(amount) n from ${payments}
          where at >= ${since} and method in ('card', 'bank', 'cash') group by 1`)
      : [],
    longestWaits(day),
    platesOf(day),
  ])
  const local = (hour: string) => dayOf(`${hour}:30:00.000Z`, timeZone)
  const beats = [
    ...counted.map((c) => ({ kind: c.kind, day: local(c.hour), n: Number(c.n) })),
    ...money.map((m) => ({ kind: 'money', day: local(m.hour), n: Number(m.n) })),
  ]
  return {
    from: addDays(day, 1 - span),
    span,
    beats: pulseOf([...PULSE, ...(seesMoney ? ['money'] : [])], beats, day, span),
    currency,
    longest,
    plates,
  }
}

async function longestWaits(day: string): Promise<PulseView['longest']> {
  const rows = await db()
    .select(columns)
    .from(standings)
    .innerJoin(jobs, eq(jobs.id, standings.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(and(eq(standings.state, 'theirs'), gte(standings.sortDay, day)))
    .orderBy(asc(standings.since))
    .limit(LONGEST)
  const live = await latestRounds(outOf(rows))
  return rows.map((r) => {
    const w = waitingOf(r, live, day)
    return {
      ...{ jobId: r.jobId, title: r.title, words: `${w.who} ${w.what}`, since: r.since },
      days: Math.max(0, daysBetween(r.since.slice(0, 10), day)),
    }
  })
}

async function platesOf(day: string): Promise<PulseView['plates']> {
  const [all, mine, checks] = await Promise.all([
    db()
      .select({ id: members.id, name: members.name })
      .from(members)
      .where(isNull(members.removedAt))
      .orderBy(asc(members.name)),
    db()
      .select({ id: tasks.memberId, n: count(), late: sql<number>`sum(${tasks.day} < ${day})` })
      .from(tasks)
      .where(isNull(tasks.doneAt))
      .groupBy(tasks.memberId),
    db()
      .select({ id: roundPlans.checkWith, n: count() })
      .from(roundPlans)
      .innerJoin(papers, and(eq(papers.id, roundPlans.paperId), inArray(papers.state, ['draft', 'out'])))
      .where(isNotNull(roundPlans.checkWith))
      .groupBy(roundPlans.checkWith),
  ])
  return [...all, { id: null, name: 'whoever has time' }]
    .map(({ id, name }) => {
      const own = mine.find((m) => m.id === id)
      return {
        ...{ memberId: id, name, tasks: own?.n ?? 0, late: Number(own?.late ?? 0) },
        checks: id ? (checks.find((c) => c.id === id)?.n ?? 0) : 0,
      }
    })
    .filter((p) => p.memberId !== null || p.tasks > 0)
}

const PAGE = 50
const kindsOf = (kind: string): readonly string[] => (Object.hasOwn(ABOUT, kind) ? ABOUT[kind as About] : [kind])

/** Everything that occurred, the newest first: of a person, a job, a kind of thing, the last days. */
export async function timelineView({
  kind,
  person,
  job,
  days,
  after,
}: z.output<typeof timelineQuery>): Promise<TimelineView> {
  const { timeZone } = await theBusiness()
  const day = today(timeZone)
  const end = readEnd(after)
  const { of: names } = await namesHere()
  const rows = await db()
    .select({
      o: occurrences,
      job: { id: jobs.id, title: jobs.title },
      person: { id: contacts.id, name: contacts.name },
      paper: papers.title,
    })
    .from(occurrences)
    .leftJoin(jobs, eq(jobs.id, occurrences.jobId))
    .leftJoin(contacts, eq(contacts.id, occurrences.contactId))
    .leftJoin(papers, eq(papers.id, occurrences.paperId))
    .where(
      and(
        kind ? inArray(occurrences.kind, [...kindsOf(kind)] as OccurrenceKind[]) : undefined,
        person ? eq(occurrences.contactId, person) : undefined,
        job ? eq(occurrences.jobId, job) : undefined,
        days ? gte(occurrences.at, start(addDays(day, 1 - days), timeZone)) : undefined,
        end ? sql`(${occurrences.at}, ${occurrences.n}) < (${end[0]}, ${end[1]})` : undefined,
      ),
    )
    .orderBy(sql`${occurrences.at} desc`, sql`${occurrences.n} desc`)
    .limit(PAGE + 1)
  const shown = rows.slice(0, PAGE)
  const last = shown.at(-1)?.o
  return {
    rows: shown.map(({ o, job: on, person: who, paper }) => {
      const { words, state } = SAID[o.kind]
      const of = o.of[0] ?? ''
      return {
        ...{ id: o.n, kind: o.kind, at: o.at, by: o.by, paperId: o.paperId },
        words: words({
          paper: paper ?? '',
          person: who?.name ?? '',
          of: (names[of] ?? of).replace(/^the /, ''),
          by: o.by,
        }),
        state,
        job: on,
        person: who,
      }
    }),
    next: rows.length > PAGE && last ? pageKey(last.at, last.n) : null,
    today: day,
  }
}
