import { and, asc, desc, eq, gte, inArray, isNotNull, isNull, sql } from 'drizzle-orm'
import { dayOf } from '../../core/calendar/dates'
import { lineOf } from '../../core/line/line'
import { minor } from '../../core/money/money'
import { masked } from '../../core/rounds/masked'
import type { Language } from '../../core/text/language'
import type { OwnContents, OwnView } from '../../shared/out/own'
import { type OwnHolder, newSince } from '../contacts/own-page'
import { latestRounds } from '../chain/state'
import { takesCards } from '../gateways/cards'
import { onItsWay } from '../money/payments'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import {
  contacts,
  creditNotes,
  dues,
  guests,
  happenings,
  invoices,
  jobs,
  papers,
  payments,
  roundPapers,
  roundPeople,
  rounds,
  standings,
} from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { drawnLookOf, theBusiness } from '../records/business'
import { getBlob } from '../platform/blobs'
import { statementPdf } from '../money/statement'
import { type NamedFile, creditPdf, invoicePdf } from './paper-files'
import { goodFor } from './person'

const MANY = 60

/** Somebody's own page: whose business it is, and, once it is proved whose page it is, all that is theirs. */
export async function ownView(holder: OwnHolder, proved: boolean, chosen: Language | null): Promise<OwnView> {
  const business = await theBusiness()
  const { contact } = holder
  return {
    business: { name: business.name, email: business.email, phone: business.phone, look: drawnLookOf(business) },
    language: chosen ?? contact.language ?? business.settings.language,
    to: masked(contact.email),
    contents: proved ? await contentsOf(contact.id, newSince(holder.page)) : null,
  }
}
/** The same as a member looks at it: as it is now, with nothing proved and nothing counted as seen. */
export async function ownPreview(contactId: string): Promise<OwnView> {
  const [contact] = await db().select().from(contacts).where(eq(contacts.id, contactId))
  if (!contact) throw notFound('person')
  const business = await theBusiness()
  return {
    business: { name: business.name, email: business.email, phone: business.phone, look: drawnLookOf(business) },
    language: contact.language ?? business.settings.language,
    to: '',
    contents: await contentsOf(contactId, null),
  }
}

const jobOf = { jobId: jobs.id, job: jobs.title, day: jobs.day }
/** Places of somebody in rounds, with the round's papers. */
const placesOf = (id: string) =>
  db()
    .select({
      person: roundPeople,
      round: rounds,
      paper: { id: papers.id, title: papers.title, state: papers.state },
      sealed: roundPapers.sealedSha,
      ...jobOf,
    })
    .from(roundPeople)
    .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
    .innerJoin(roundPapers, eq(roundPapers.roundId, rounds.id))
    .innerJoin(papers, eq(papers.id, roundPapers.paperId))
    .innerJoin(jobs, eq(jobs.id, rounds.jobId))
    .where(eq(roundPeople.contactId, id))
    .orderBy(desc(rounds.createdAt), asc(roundPapers.position))
    .limit(400)
type Place = Awaited<ReturnType<typeof placesOf>>[number]
/** Whether a paper concerns somebody: all of the round, unless it names some. */
const concerns = ({ person, paper }: Place) => !person.how.papers || person.how.papers.includes(paper.id)

async function contentsOf(id: string, seen: string | null): Promise<OwnContents> {
  const business = await theBusiness()
  const day = today(business.timeZone)
  const isFresh = (at: string) => seen !== null && at > seen
  const own = eq(jobs.clientId, id)
  const [[who], places, owed, mine, holds, visits, billed, credited, paid, asked] = await Promise.all([
    db().select({ name: contacts.name }).from(contacts).where(eq(contacts.id, id)),
    placesOf(id),
    db()
      .select({ due: dues, ...jobOf })
      .from(dues)
      .innerJoin(jobs, eq(jobs.id, dues.jobId))
      .where(own)
      .orderBy(asc(dues.dueOn)),
    db()
      .select({ ...jobOf, ends: jobs.ends, people: jobs.people, total: standings.total, facts: standings.facts })
      .from(jobs)
      .innerJoin(standings, eq(standings.jobId, jobs.id))
      .where(and(own, isNotNull(jobs.agreedOn), isNull(jobs.calledOff)))
      .orderBy(desc(jobs.sortDay))
      .limit(MANY),
    goodFor(id, business.timeZone, day),
    db()
      .select({ ...jobOf, starts: jobs.starts, place: jobs.place })
      .from(guests)
      .innerJoin(jobs, eq(jobs.id, guests.jobId))
      .where(and(eq(guests.contactId, id), gte(jobs.sortDay, day), isNotNull(jobs.starts), isNull(jobs.calledOff)))
      .orderBy(asc(jobs.sortDay))
      .limit(MANY),
    db()
      .select({ row: invoices, job: jobs.title })
      .from(invoices)
      .innerJoin(jobs, eq(jobs.id, invoices.jobId))
      .where(own)
      .orderBy(desc(invoices.createdAt))
      .limit(MANY),
    db()
      .select({ row: creditNotes, job: jobs.title })
      .from(creditNotes)
      .innerJoin(jobs, eq(jobs.id, creditNotes.jobId))
      .where(own)
      .orderBy(desc(creditNotes.createdAt))
      .limit(MANY),
    db()
      .select({ row: payments, job: jobs.title })
      .from(payments)
      .innerJoin(jobs, eq(jobs.id, payments.jobId))
      .where(own)
      .orderBy(desc(payments.at))
      .limit(MANY),
    db()
      .select()
      .from(happenings)
      .where(and(eq(happenings.contactId, id), inArray(happenings.type, ['question', 'wrote'])))
      .orderBy(desc(happenings.at))
      .limit(20),
  ])
  if (!who) throw notFound('person')
  const live = await latestRounds([...new Set(places.filter((p) => p.paper.state === 'out').map((p) => p.paper.id))])
  const standsIn = (p: Place) => {
    const round = live.get(p.paper.id)
    return round?.id === p.round.id ? round.state.people.find((x) => x.id === p.person.id) : undefined
  }
  const current = places.filter((p) => concerns(p) && p.paper.state === 'out')
  const toSign = current.filter((p) => {
    const me = standsIn(p)
    return p.person.part !== 'copy' && (me?.status === 'asked' || me?.status === 'opened')
  })
  const waits = current.filter((p) => p.person.part !== 'copy' && standsIn(p)?.status === 'done')
  const at = (r: { jobId: string; job: string; day: string | null }) => ({ jobId: r.jobId, job: r.job, day: r.day })
  const titles = (list: Place[]) => list.map((p) => p.paper.title).join(', ')
  const byPlace = [
    ...new Map(toSign.map((p) => [p.person.id, toSign.filter((x) => x.person.id === p.person.id)])).values(),
  ]
  const sealed = new Map(
    places.filter((p) => concerns(p) && p.sealed && p.paper.state === 'signed').map((p) => [p.paper.id, p]),
  )
  return {
    name: who.name,
    toSign: byPlace.map((list) => {
      const [p] = list as [Place]
      return {
        place: p.person.id,
        title: titles(list),
        by: p.round.lapsesAt,
        fresh: isFresh(p.round.createdAt),
        ...at(p),
      }
    }),
    toPay: await Promise.all(
      owed.map(async ({ due, ...job }) => ({
        ...{ stage: due.stage, label: due.label, amount: due.open, dueOn: due.dueOn, late: due.dueOn < day },
        ...{ byCard: takesCards(), coming: await onItsWay(job.jobId, due.stage) },
        ...at(job),
      })),
    ),
    bank: business.bank,
    withUs: waits.map((p) => ({
      title: p.paper.title,
      who: live
        .get(p.paper.id)!
        .state.people.filter((x) => x.status === 'asked' || x.status === 'opened')
        .map((x) => x.name)
        .join(', '),
      ...at(p),
    })),
    agreed: mine.map(({ facts, ...j }) => {
      const stops = lineOf(facts, day)
      const state = stops.some((s) => s.state === 'yours' || s.state === 'theirs') ? 'theirs' : 'settled'
      return { ...at(j), ends: j.ends, people: j.people, total: j.total, state: state as 'theirs' | 'settled' }
    }),
    holds: holds.map(({ title, until }) => ({ title, until })),
    visits: visits.map((v) => ({ ...at(v), starts: v.starts!, place: v.place })),
    papers: [...sealed.values()].map((p) => ({
      ...{ id: p.paper.id, title: p.paper.title, at: p.round.createdAt, fresh: isFresh(p.round.createdAt), job: p.job },
    })),
    invoices: [
      ...billed.map(({ row, job }) => ({
        ...{ id: row.id, number: row.number, on: row.issuedOn, total: row.invoice.total, credit: false, job },
        fresh: isFresh(row.createdAt),
      })),
      ...credited.map(({ row, job }) => ({
        ...{ id: row.id, number: row.number, on: row.issuedOn, total: row.credit.total, credit: true, job },
        fresh: isFresh(row.createdAt),
      })),
    ].sort((a, b) => (a.on < b.on ? 1 : -1)),
    payments: paid.map(({ row, job }) => ({
      ...{ id: row.id, day: row.day || dayOf(row.at, business.timeZone), amount: minor(row.amount), job },
    })),
    questions: asked.map((h) => ({
      at: h.at,
      words: h.type === 'question' ? h.detail : `${h.words.replace(/^.*? wrote: /, '')}\n${h.detail}`,
      theirs: h.type === 'question',
    })),
    currency: business.currency,
    today: day,
  }
}

/** A sealed copy of somebody's, by the paper: only of a round they stand in, and that concerns them. */
export async function ownPaper(contactId: string, paperId: string): Promise<NamedFile> {
  const [place] = (await placesOf(contactId)).filter((p) => p.paper.id === paperId && concerns(p) && p.sealed)
  if (!place) throw notFound('paper')
  return { bytes: await getBlob(place.sealed!), name: `${place.paper.title}.pdf` }
}

/** An invoice or credit note of a job of theirs. */
export async function ownInvoice(contactId: string, id: string): Promise<NamedFile> {
  const [found] = await db().all<{ credit: number }>(sql`
    select 0 credit from ${invoices} i join ${jobs} j on j.id = i.job_id where i.id = ${id} and j.client_id = ${contactId}
    union select 1 from ${creditNotes} c join ${jobs} j on j.id = c.job_id where c.id = ${id} and j.client_id = ${contactId}`)
  if (!found) throw notFound('invoice')
  return Number(found.credit) ? creditPdf(id) : invoicePdf(id)
}
export const ownStatement = (contactId: string): Promise<NamedFile> => statementPdf(contactId, null)
