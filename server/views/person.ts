import { and, asc, eq, gte, inArray, isNull, or, sql } from 'drizzle-orm'
import { addDays, dayOf, formatDay, relativeDay } from '../../core/calendar/dates'
import { lineOf } from '../../core/line/line'
import { personParts } from '../../core/line/thread'
import { mayAny } from '../../core/members/rights'
import { formatMoney, minor } from '../../core/money/money'
import { inSentence } from '../../core/rounds/greeting'
import { holdsUntil, stillHolds } from '../../core/visits/holds'
import type { PersonThread, PersonView, TieView } from '../../shared/out/person'
import { APART_DAYS, apartOf } from '../contacts/merge'
import { latestRounds } from '../chain/state'
import { signedWaivers } from '../desk/holds'
import { tagsOn } from '../follow-ups/tags'
import type { Member } from '../members/members'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import {
  consents,
  contacts,
  dues,
  guests,
  jobs,
  members,
  ownPages,
  papers,
  roundPeople,
  rounds,
  standings,
  tasks,
  ties,
  visitMarks,
} from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { type Business, theBusiness } from '../records/business'
import { bouncesOf } from './came-in'
import { contactView } from './contacts'
import { pageKey, readEnd } from './listed'
import { columns, outOf, toMove, waitingOf } from './moves'

/** How many jobs of theirs, and how many open things, a person's page has. */
const JOBS = 30
const OPEN = 12
/** How far back a job still counts as open, in days. */
const BACK = 60
type Between = PersonView['between']

/** A person's page, as a member may see it: what is open on top, who they are, what they have to do with the business. */
export async function personView(id: string, member: Member): Promise<PersonView> {
  const [contact] = await db().select().from(contacts).where(eq(contacts.id, id))
  if (!contact) throw notFound('person')
  const business = await theBusiness()
  const day = today(business.timeZone)
  const seesMoney = mayAny(member, ['money', 'book'])
  const [sums, between, theirs, tied, agreed, good, todo, apart, tags, bounced, [own], [is], [into]] =
    await Promise.all([
      sumsOf(id, seesMoney),
      betweenOf(id, business, day, seesMoney),
      jobsOf(id, day),
      tiesOf(id),
      db().select().from(consents).where(eq(consents.contactId, id)).orderBy(asc(consents.givenOn)),
      goodFor(id, business.timeZone, day),
      db()
        .select({ id: tasks.id, words: tasks.words, day: tasks.day })
        .from(tasks)
        .where(and(eq(tasks.contactId, id), isNull(tasks.doneAt))),
      apartOf(id),
      tagsOn('person', id),
      bouncesOf([id]),
      db().select().from(ownPages).where(eq(ownPages.contactId, id)),
      db()
        .select({ id: members.id, name: members.name })
        .from(members)
        .where(eq(members.id, contact.memberId ?? '')),
      db()
        .select({ id: contacts.id, name: contacts.name })
        .from(contacts)
        .where(eq(contacts.id, contact.mergedInto ?? '')),
    ])
  const why = bounced.get(id)
  return {
    person: {
      ...contactView(contact),
      ...(why ? { bounced: why } : {}),
      since: contact.createdAt,
      notes: contact.notes,
      supplier: contact.supplier,
      member: is ?? null,
      tags,
    },
    mergedInto: into ?? null,
    forgotten: contact.forgottenAt !== null,
    sums,
    currency: business.currency,
    today: day,
    timeZone: business.timeZone,
    between,
    jobs: theirs,
    ties: tied,
    consents: agreed.map(({ id: of, words, givenOn, by, until, withdrawnOn }) => ({
      ...{ id: of, words, givenOn, by, until, withdrawnOn },
    })),
    good,
    tasks: todo,
    merged: apart.map(({ merge, name }) => ({
      ...{ id: merge.id, name, at: merge.at, by: merge.by },
      until: addDays(dayOf(merge.at, business.timeZone), APART_DAYS),
    })),
    own: own ? { sentAt: own.sentAt, seenAt: own.seenAt, seenOn: own.seenOn } : null,
  }
}

async function sumsOf(id: string, seesMoney: boolean): Promise<PersonView['sums']> {
  const [row] = await db().all<{ jobs: number; visits: number; paid: number; open: number }>(sql`select
    (select count(*) from ${jobs} where client_id = ${id}) jobs,
    (select count(distinct job_id) from ${visitMarks} where contact_id = ${id} and kind = 'here') visits,
    (select coalesce(sum(s.paid), 0) from ${jobs} j join ${standings} s on s.job_id = j.id where j.client_id = ${id}) paid,
    (select coalesce(sum(d.open), 0) from ${jobs} j join ${dues} d on d.job_id = j.id where j.client_id = ${id}) "open"`)
  const { jobs: n, visits, paid, open } = row!
  return {
    jobs: Number(n),
    visits: Number(visits),
    paid: seesMoney ? Number(paid) : null,
    open: seesMoney ? Number(open) : null,
  }
}

/** What is open between somebody and the business. */
async function betweenOf(id: string, { currency }: Business, day: string, seesMoney: boolean): Promise<Between> {
  const [open, places, owed] = await Promise.all([
    db()
      .select(columns)
      .from(standings)
      .innerJoin(jobs, eq(jobs.id, standings.jobId))
      .leftJoin(contacts, eq(contacts.id, jobs.clientId))
      .where(
        and(
          eq(jobs.clientId, id),
          inArray(standings.state, ['yours', 'trouble', 'theirs']),
          // What came to nothing long ago isn't open any more, as on Today.
          gte(standings.sortDay, addDays(day, -BACK)),
        ),
      )
      .orderBy(asc(standings.sortDay), asc(standings.jobId))
      .limit(OPEN),
    // Papers of others' jobs that wait for them, such as a waiver.
    db()
      .selectDistinct({
        paperId: papers.id,
        person: roundPeople.id,
        paper: papers.title,
        jobId: jobs.id,
        title: jobs.title,
        day: jobs.day,
      })
      .from(roundPeople)
      .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
      .innerJoin(papers, and(eq(papers.id, rounds.paperId), eq(papers.state, 'out')))
      .innerJoin(jobs, eq(jobs.id, rounds.jobId))
      .where(and(eq(roundPeople.contactId, id), or(isNull(jobs.clientId), sql`${jobs.clientId} <> ${id}`)))
      .limit(OPEN),
    seesMoney
      ? db()
          .select({ due: dues, jobId: jobs.id, title: jobs.title })
          .from(dues)
          .innerJoin(jobs, eq(jobs.id, dues.jobId))
          .where(eq(jobs.clientId, id))
          .orderBy(asc(dues.dueOn))
          .limit(OPEN)
      : [],
  ])
  const live = await latestRounds([...outOf(open), ...places.map((p) => p.paperId)])
  const ours = open.filter((r) => r.state !== 'theirs').map((r) => toMove(r, day))
  const waits = open.filter((r) => r.state === 'theirs').map((r) => waitingOf(r, live, day))
  const asked = places.filter((p) =>
    live.get(p.paperId)?.state.people.some((x) => x.id === p.person && (x.status === 'asked' || x.status === 'opened')),
  )
  const when = (of: string | null) => (of ? `${formatDay(of, day)} (${relativeDay(of, day)})` : '')
  return [
    ...ours.map((m) => ({ state: m.state, words: m.words, detail: when(m.day), jobId: m.jobId, title: m.title })),
    ...waits.map((w) => ({
      ...{ state: w.state, words: `${w.who} ${w.what}`, detail: w.detail, jobId: w.jobId, title: w.title },
    })),
    ...asked.map((p) => ({
      state: 'theirs' as const,
      words: `They have the ${inSentence(p.paper)}`,
      detail: when(p.day),
      jobId: p.jobId,
      title: p.title,
    })),
    ...owed.map(({ due, jobId, title }) => ({
      state: due.dueOn < day ? ('trouble' as const) : ('not-yet' as const),
      words: `${formatMoney(minor(due.open), currency)} ${inSentence(due.label)}`,
      detail: `${due.dueOn < day ? 'was due' : 'due'} ${when(due.dueOn)}`,
      jobId,
      title,
    })),
  ]
}

/** Jobs somebody is the client of or comes to: what is to come first, then what was. */
async function jobsOf(id: string, day: string): Promise<PersonView['jobs']> {
  const rows = await db()
    .select({ id: jobs.id, title: jobs.title, day: jobs.day, house: jobs.house, facts: standings.facts })
    .from(jobs)
    .innerJoin(standings, eq(standings.jobId, jobs.id))
    .where(
      sql`${jobs.id} in (select id from jobs where client_id = ${id} union select job_id from ${guests} where contact_id = ${id})`,
    )
    .orderBy(
      sql`${jobs.sortDay} < ${day}`,
      sql`case when ${jobs.sortDay} < ${day} then null else ${jobs.sortDay} end`,
      sql`${jobs.sortDay} desc`,
    )
    .limit(JOBS)
  return rows.map(({ facts, ...job }) => ({ ...job, stops: lineOf(facts, day) }))
}

export async function tiesOf(id: string): Promise<TieView[]> {
  const rows = await db()
    .select({ tie: ties, other: { id: contacts.id, name: contacts.name, kind: contacts.kind } })
    .from(ties)
    .innerJoin(
      contacts,
      sql`${contacts.id} = case when ${ties.fromId} = ${id} then ${ties.toId} else ${ties.fromId} end`,
    )
    .where(and(or(eq(ties.fromId, id), eq(ties.toId, id)), isNull(contacts.forgottenAt)))
    .orderBy(asc(ties.kind), asc(contacts.name))
  return rows.map(({ tie, other }) => ({
    id: tie.id,
    kind: tie.kind,
    way: tie.fromId === id ? ('from' as const) : ('to' as const),
    other,
    words: tie.words,
  }))
}

/** Waivers somebody signed, or a guardian for them, that hold for the next visit too. */
export async function goodFor(id: string, timeZone: string, day: string): Promise<PersonView['good']> {
  const rows = await signedWaivers(id)
  const held = rows.filter((r) =>
    stillHolds(r.holds, { signedOn: dayOf(r.since, timeZone), edition: r.edition }, { day, edition: r.now }),
  )
  const latest = new Map(held.toReversed().map((r) => [r.title, r]))
  return [...latest.values()].map((r) => ({
    ...{ paperId: r.paperId, jobId: r.jobId, title: r.title },
    until: r.holds === 'edition' ? null : holdsUntil(r.holds, dayOf(r.since, timeZone)),
  }))
}

const PAGE = 40
const typesIn = (types: readonly string[]) =>
  sql`(${sql.join(
    types.map((t) => sql`${t}`),
    sql`, `,
  )})`
const VISIT_WORDS = sql`case v.kind when 'here' then 'Came to ' when 'gone' then 'Left ' when 'turned away' then 'Turned away at ' else 'Expected again at ' end`

/** Everything with somebody in one order: their jobs' threads, papers of others they stand on, visits, notes. */
export async function personThread(id: string, part: string, after?: string): Promise<PersonThread> {
  const end = readEnd(after)
  const kinds: Record<string, readonly string[]> = personParts
  const narrowed =
    part === 'papers'
      ? sql`h.type not in ${typesIn(Object.values(personParts).flat())}`
      : kinds[part]
        ? sql`h.type in ${typesIn(kinds[part])}`
        : sql`1`
  const told = sql`select 'h' || printf('%012d', h.id) key, h.at, h.words, h.detail, h.state, h.job_id, h.paper_id
    from happenings h where ${narrowed} and `
  const happened = sql`${told} h.job_id in (select id from jobs where client_id = ${id})
    union ${told} h.contact_id = ${id}
    union ${told} h.paper_id in (select rp.paper_id from round_people p join round_papers rp on rp.round_id = p.round_id where p.contact_id = ${id})`
  const visits = sql`select 'v' || v.id key, v.at, ${VISIT_WORDS} || j.title words,
    v.by || case v.words when '' then '' else ': ' || v.words end detail,
    case v.kind when 'here' then 'settled' when 'turned away' then 'trouble' end state, v.job_id, null paper_id
    from visit_marks v join jobs j on j.id = v.job_id where v.contact_id = ${id}`
  const all = part === 'visits' ? visits : part === 'all' ? sql`${happened} union ${visits}` : happened
  const rows = await db().all<{
    key: string
    at: string
    words: string
    detail: string
    state: PersonThread['rows'][number]['state']
    jobId: string | null
    title: string | null
    paperId: string | null
  }>(sql`select t.key, t.at, t.words, t.detail, t.state, t.job_id "jobId", j.title, t.paper_id "paperId"
    from (${all}) t left join jobs j on j.id = t.job_id
    ${end ? sql`where (t.at, t.key) < (${end[0]}, ${end[1]})` : sql``}
    order by t.at desc, t.key desc limit ${PAGE + 1}`)
  const shown = rows.slice(0, PAGE)
  const last = shown.at(-1)
  return {
    rows: shown.map((r) => ({
      ...{ id: r.key, at: r.at, words: r.words, detail: r.detail, state: r.state },
      job: r.jobId ? { id: r.jobId, title: r.title ?? '' } : null,
      paperId: r.paperId,
    })),
    next: rows.length > PAGE && last ? pageKey(last.at, last.key) : null,
  }
}
