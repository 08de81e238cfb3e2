import { and, asc, eq, inArray, sql } from 'drizzle-orm'
import { dayOf } from '../../core/calendar/dates'
import type { PaperFact } from '../../core/line/line'
import { ageOn } from '../../core/people/age'
import { groupedBy } from '../../core/lists/grouped'
import { stillHolds } from '../../core/visits/holds'
import { deskCounts, deskMark, deskStep } from '../../core/visits/owes'
import { type VisitMark, visitOf } from '../../core/visits/visit'
import type { DeskView, DeskVisit, PastVisit } from '../../shared/out/desk'
import { codeOfVisit } from '../desk/codes'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import {
  contacts,
  guests,
  jobs,
  kinds,
  paperRows,
  papers,
  standings,
  templates,
  visitMarks,
} from '../platform/db/schema'
import { theBusiness } from '../records/business'

const GUEST = sql<string>`${papers.bindings} ->> '$.guest.contactId'`
const GUARDIAN = sql<string | null>`${papers.bindings} ->> '$.guardian.contactId'`

/** Jobs with visitors on a day, by when they begin. */
const sessionsOn = (day: string) =>
  db()
    .select({ job: jobs, settings: kinds.settings, facts: standings.facts })
    .from(jobs)
    .innerJoin(kinds, eq(kinds.id, jobs.kindId))
    .leftJoin(standings, eq(standings.jobId, jobs.id))
    .where(
      and(
        sql`${jobs.sortDay} <= ${day}`,
        sql`(substr(coalesce(${jobs.ends}, ${jobs.starts}), 1, 10) >= ${day} or ${jobs.furtherDays} <> '[]')`,
        sql`${jobs.calledOff} is null`,
        sql`(exists (select 1 from ${guests} where ${guests.jobId} = ${jobs.id}) or json_extract(${kinds.settings}, '$.expects.waivers'))`,
      ),
    )
    .orderBy(asc(jobs.starts), asc(jobs.id))

type Session = Awaited<ReturnType<typeof sessionsOn>>[number]
/** The time a job begins on a day; null where it isn't on that day, empty where it goes on since a day before. */
function timeOn({ starts, ends, furtherDays }: Session['job'], day: string): string | null {
  for (const span of [{ starts, ends }, ...furtherDays]) {
    if (!span.starts) continue
    if (span.starts.slice(0, 10) === day) return span.starts.slice(11, 16)
    if (span.starts.slice(0, 10) < day && (span.ends ?? span.starts).slice(0, 10) >= day) return ''
  }
  return null
}

/** Waivers of the visitors of some jobs: those of the visit, and signed ones from before that may still hold. */
async function waiversOf(jobIds: string[]) {
  const wanted = and(eq(papers.kind, 'waiver'), inArray(guests.jobId, jobIds))
  return db()
    .select({
      id: papers.id,
      jobId: papers.jobId,
      visit: guests.jobId,
      guest: guests.contactId,
      guardian: GUARDIAN,
      state: papers.state,
      edition: papers.templateEdition,
      family: sql<string>`coalesce(${templates.languageOf}, ${templates.id})`,
      holds: templates.holds,
      now: templates.edition,
      since: paperRows.since,
    })
    .from(guests)
    .innerJoin(papers, eq(GUEST, guests.contactId))
    .leftJoin(templates, eq(templates.id, papers.templateId))
    .leftJoin(paperRows, eq(paperRows.paperId, papers.id))
    .where(
      and(
        wanted,
        sql`(${papers.jobId} = ${guests.jobId} and ${papers.state} not in ('withdrawn', 'lapsed')
          or ${papers.state} = 'signed' and ${templates.holds} <> 'visit')`,
      ),
    )
    .orderBy(asc(papers.createdAt))
}

async function marksOf(jobIds: string[]): Promise<Map<string, VisitMark[]>> {
  const by = new Map<string, VisitMark[]>()
  const rows = jobIds.length ? await db().select().from(visitMarks).where(inArray(visitMarks.jobId, jobIds)) : []
  for (const { jobId, contactId, id, kind, at, by: who, words, withId } of rows) {
    const key = `${jobId} ${contactId}`
    by.set(key, [...(by.get(key) ?? []), { id, kind, at, by: who, words, withId }])
  }
  return by
}

/** In the order they are seen to: by session, who has something to do first, then who is ready, here, gone; by name. */
const RANK = { guardian: 0, refused: 0, sign: 1, started: 2, ready: 3 } as const
const LATER = { expected: 0, here: 4, gone: 8, 'turned away': 8 } as const
const rank = (v: DeskVisit) => (v.state === 'expected' || v.step !== 'ready' ? RANK[v.step] : 0) + LATER[v.state]

/** The front desk on a day: today where none is named. */
export async function deskView(day?: string): Promise<DeskView> {
  const { timeZone, settings } = await theBusiness()
  const now = today(timeZone)
  const on = day ?? now
  const sessions = (await sessionsOn(on)).flatMap((s) => {
    const time = timeOn(s.job, on)
    return time === null ? [] : [{ ...s, time }]
  })
  const ids = sessions.map((s) => s.job.id)
  if (!ids.length)
    return { day: on, today: now, sessions: [], visits: [], counts: deskCounts([]), settings: settings.desk }
  const [coming, waivers, marks] = await Promise.all([
    db()
      .select({ jobId: guests.jobId, contactId: contacts.id, name: contacts.name, born: contacts.born })
      .from(guests)
      .innerJoin(contacts, eq(contacts.id, guests.contactId))
      .where(inArray(guests.jobId, ids)),
    waiversOf(ids),
    marksOf(ids),
  ])
  const nameOf = await namesOf([
    ...waivers.map((w) => w.guardian),
    ...[...marks.values()].flatMap((list) => list.map((m) => m.withId)),
  ])
  const families = await familiesOf(sessions)
  const facts = new Map<string, PaperFact>(
    sessions.flatMap((s) => (s.facts?.papers ?? []).map((p): [string, PaperFact] => [p.id, p])),
  )
  const bySession = new Map(sessions.map((s) => [s.job.id, s]))
  const byGuest = groupedBy(waivers, (w) => `${w.visit} ${w.guest}`)
  const visits = coming.map((g): DeskVisit => {
    const session = bySession.get(g.jobId)!
    const key = `${g.jobId} ${g.contactId}`
    const all = byGuest.get(key) ?? []
    const own = all.findLast((w) => w.jobId === g.jobId)
    const family = families.get(session.settings.templates.waiver ?? '')
    const before = all.findLast(
      (w) =>
        w.jobId !== g.jobId &&
        w.family === family &&
        stillHolds(w.holds!, { signedOn: dayOf(w.since!, timeZone), edition: w.edition }, { day: on, edition: w.now! }),
    )
    const fact = own && facts.get(own.id)
    const visit = visitOf(marks.get(key) ?? [])
    const guardian = own?.guardian ? (nameOf.get(own.guardian) ?? null) : null
    const age = g.born ? ageOn(g.born, on) : null
    const step = deskStep({
      wanted: session.settings.expects.waivers,
      paper: own
        ? {
            id: own.id,
            state: own.state,
            begun: !!fact?.move?.begun || !!fact?.move?.opened,
            reason: fact?.reason ?? null,
          }
        : null,
      holds: before ? dayOf(before.since!, timeZone) : null,
      age,
      guardian,
    })
    const signed = own?.state === 'signed' ? own : own ? undefined : before
    return {
      jobId: g.jobId,
      contactId: g.contactId,
      name: g.name,
      code: codeOfVisit(g.jobId, g.contactId),
      age,
      time: session.time,
      state: visit.state,
      since: visit.since,
      cameAt: visit.cameAt,
      by: visit.by,
      words: visit.words,
      step,
      mark: deskMark(step, visit.state),
      paperId: own?.id ?? before?.id ?? null,
      reason: fact?.state === 'declined' ? (fact.reason ?? '') : '',
      guardian,
      signedAt: signed?.since ?? null,
      holds: !!before && step === 'ready' && own?.state !== 'signed',
      with: (visit.withId && nameOf.get(visit.withId)) ?? null,
    }
  })
  const place = new Map(ids.map((id, i) => [id, i]))
  visits.sort((a, b) => place.get(a.jobId)! - place.get(b.jobId)! || rank(a) - rank(b) || a.name.localeCompare(b.name))
  return {
    day: on,
    today: now,
    sessions: sessions.map((s) => ({
      jobId: s.job.id,
      title: s.job.title,
      time: s.time,
      place: s.job.place,
      places: s.job.people,
      counts: deskCounts(visits.filter((v) => v.jobId === s.job.id)),
    })),
    visits,
    counts: deskCounts(visits),
    settings: settings.desk,
  }
}

/** The names of some people, by their ids. */
async function namesOf(ids: readonly (string | null)[]): Promise<Map<string, string>> {
  const wanted = [...new Set(ids.flatMap((id) => id ?? []))]
  if (!wanted.length) return new Map()
  const rows = await db()
    .select({ id: contacts.id, name: contacts.name })
    .from(contacts)
    .where(inArray(contacts.id, wanted))
  return new Map(rows.map((r) => [r.id, r.name]))
}

/** The family of each waiver template the sessions use: the template it says the same as in another language, or itself. */
async function familiesOf(sessions: readonly Session[]): Promise<Map<string, string>> {
  const ids = [...new Set(sessions.flatMap((s) => s.settings.templates.waiver ?? []))]
  if (!ids.length) return new Map()
  const rows = await db()
    .select({ id: templates.id, of: templates.languageOf })
    .from(templates)
    .where(inArray(templates.id, ids))
  return new Map(rows.map((r) => [r.id, r.of ?? r.id]))
}

/** Every visit of a person or of a job that something was marked of, the latest first. */
export async function pastVisits(of: { contactId: string } | { jobId: string }): Promise<PastVisit[]> {
  const rows = await db()
    .select({ mark: visitMarks, title: jobs.title, day: jobs.day, name: contacts.name })
    .from(visitMarks)
    .innerJoin(jobs, eq(jobs.id, visitMarks.jobId))
    .innerJoin(contacts, eq(contacts.id, visitMarks.contactId))
    .where('jobId' in of ? eq(visitMarks.jobId, of.jobId) : eq(visitMarks.contactId, of.contactId))
  const nameOf = await namesOf(rows.map((r) => r.mark.withId))
  const groups = groupedBy(rows, (r) => `${r.mark.jobId} ${r.mark.contactId}`)
  return [...groups.values()]
    .map((list): PastVisit => {
      const [{ mark, title, day, name }] = list as [(typeof list)[number]]
      const { state, since, by, words, cameAt, withId } = visitOf(list.map((r) => r.mark))
      return {
        jobId: mark.jobId,
        contactId: mark.contactId,
        title,
        name,
        day,
        state,
        since,
        by,
        words,
        cameAt,
        with: (withId && nameOf.get(withId)) ?? null,
      }
    })
    .filter((v) => v.state !== 'expected')
    .sort((a, b) => (a.since! < b.since! ? 1 : -1))
}
