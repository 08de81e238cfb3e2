import { and, asc, eq, inArray, or } from 'drizzle-orm'
import type { PersonData } from '../../shared/out/person'
import { db } from '../platform/db/client'
import {
  consents,
  contacts,
  guests,
  happenings,
  invoices,
  jobs,
  kinds,
  mailIn,
  messages,
  papers,
  payments,
  roundEvents,
  roundPeople,
  rounds,
  standingAnswers,
  standingLinks,
  tasks,
  visitMarks,
} from '../platform/db/schema'
import { now } from '../platform/clock'
import { notFound } from '../platform/problem'
import { theBusiness } from '../records/business'
import { tagsOn } from '../follow-ups/tags'
import { contactView } from './contacts'
import { tiesOf } from './person'

/** Everything there is of one person. */
export async function personData(id: string): Promise<PersonData> {
  const d = db()
  const [contact] = await d.select().from(contacts).where(eq(contacts.id, id))
  if (!contact) throw notFound('contact')
  const { legalName, currency } = await theBusiness()
  const places = await d
    .select({ person: roundPeople, round: rounds, title: papers.title, state: papers.state })
    .from(roundPeople)
    .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
    .innerJoin(papers, eq(papers.id, rounds.paperId))
    .where(eq(roundPeople.contactId, id))
    .orderBy(asc(rounds.createdAt))
  const addresses = [contact.email, contact.phone, ...places.flatMap((p) => [p.person.email, p.person.how.phone])]
  const sent = await d
    .select()
    .from(messages)
    .where(inArray(messages.to, [...new Set(addresses.filter(Boolean))]))
    .orderBy(asc(messages.at))
  return {
    upwold: 'person',
    version: 1,
    taken: now(),
    business: legalName,
    currency,
    person: {
      ...contactView(contact),
      since: contact.createdAt,
      notes: contact.notes,
      tags: await tagsOn('person', id),
    },
    ties: (await tiesOf(id)).map(({ kind, way, other, words }) => ({ kind, way, name: other.name, words })),
    consents: (await d.select().from(consents).where(eq(consents.contactId, id))).map(
      ({ words, givenOn, by, until, withdrawnOn }) => ({ words, givenOn, by, until, withdrawnOn }),
    ),
    tasks: (await d.select().from(tasks).where(eq(tasks.contactId, id)).orderBy(asc(tasks.createdAt))).map(
      ({ words, day, doneAt }) => ({ words, day, doneAt }),
    ),
    jobs: await jobsOf(id),
    papers: await Promise.all(
      places.map(async ({ person, round, title, state }) => ({
        title,
        job: round.jobId,
        party: person.party,
        part: person.part,
        name: person.name,
        email: person.email,
        sent: round.createdAt,
        state,
        done: (
          await d.select().from(roundEvents).where(eq(roundEvents.roundId, round.id)).orderBy(asc(roundEvents.seq))
        )
          .filter((e) => (e.data as { person?: string } | null)?.person === person.id)
          .map(({ at, type, data }) => ({ at, type, data })),
      })),
    ),
    letters: (await d.select().from(mailIn).where(eq(mailIn.contactId, id)).orderBy(asc(mailIn.at))).map(
      ({ at, kind, from, subject, text }) => ({ at, kind, from, subject, text }),
    ),
    messages: sent.map(({ at, channel, to, subject, text }) => ({ at, channel, to, subject, text })),
  }
}

/** The jobs somebody is the client or a guest of; what was paid and written is the client’s. */
async function jobsOf(id: string): Promise<PersonData['jobs']> {
  const d = db()
  const asGuest = d.select({ id: guests.jobId }).from(guests).where(eq(guests.contactId, id))
  const rows = await d
    .select({ job: jobs, kind: kinds.name })
    .from(jobs)
    .innerJoin(kinds, eq(kinds.id, jobs.kindId))
    .where(or(eq(jobs.clientId, id), inArray(jobs.id, asGuest)))
    .orderBy(asc(jobs.createdAt))
  return Promise.all(
    rows.map(async ({ job, kind }) => {
      const own = job.clientId === id
      const marks = await d
        .select()
        .from(visitMarks)
        .where(and(eq(visitMarks.jobId, job.id), eq(visitMarks.contactId, id)))
        .orderBy(asc(visitMarks.at))
      const [paid, billed, thread] = own
        ? await Promise.all([
            d.select().from(payments).where(eq(payments.jobId, job.id)).orderBy(asc(payments.at)),
            d.select().from(invoices).where(eq(invoices.jobId, job.id)),
            d.select().from(happenings).where(eq(happenings.jobId, job.id)).orderBy(asc(happenings.at)),
          ])
        : [[], [], []]
      const said = await d
        .select({ at: standingAnswers.at, link: standingLinks.name, answers: standingAnswers.answers })
        .from(standingAnswers)
        .innerJoin(standingLinks, eq(standingLinks.id, standingAnswers.linkId))
        .where(and(eq(standingAnswers.jobId, job.id), eq(standingAnswers.contactId, id)))
        .orderBy(asc(standingAnswers.at))
      return {
        id: job.id,
        title: job.title,
        kind,
        as: own ? ('client' as const) : ('guest' as const),
        starts: job.starts,
        place: job.place,
        facts: own ? job.facts : {},
        notes: own ? job.notes : '',
        agreedOn: own ? job.agreedOn : null,
        payments: paid.map(({ stage, amount, method, at }) => ({ stage, amount, method, at })),
        answers: said,
        visits: marks.map(({ at, kind, by, words, withId }) => ({ at, kind, by, words, accompanied: withId !== null })),
        invoices: billed.map(({ number, issuedOn }) => ({ number, issuedOn })),
        thread: thread.map(({ at, words, detail }) => ({ at, words, detail })),
      }
    }),
  )
}
