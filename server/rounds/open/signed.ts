import { and, eq, inArray, ne, sql } from 'drizzle-orm'
import { type GoneHome, goneHome } from '../../../core/standing-links/home'
import { editContact, editJob } from '../../../shared/jobs'
import { SYSTEM } from '../../chain/record'
import { roundOfPaper } from '../../chain/round'
import { changeContact } from '../../contacts/contacts'
import { changeJob } from '../../jobs/jobs'
import { db, write } from '../../platform/db/client'
import {
  contacts,
  jobs,
  papers,
  roundPapers,
  roundPeople,
  standingAnswers,
  standingLinks,
} from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { note } from '../../standing/thread'
import { enact } from '../after/enact'

/**
 * What follows when everybody has signed what came in by a standing link: facts go home to the person, where the record
 * says nothing yet, and what else of the kind was out with them in this session is taken back. Done twice, it is done once.
 */
export async function answerSigned(roundId: string): Promise<void> {
  const [row] = await db()
    .select({ answer: standingAnswers, settings: standingLinks.settings, name: standingLinks.name })
    .from(roundPeople)
    .innerJoin(standingAnswers, eq(standingAnswers.personId, roundPeople.id))
    .innerJoin(standingLinks, eq(standingLinks.id, standingAnswers.linkId))
    .where(eq(roundPeople.roundId, roundId))
  if (!row) return
  await write(async () => {
    // Who was asked from a job got the address from the business.
    const proved = row.settings.proof !== 'none' || row.answer.known === 'new' || row.answer.askId !== null
    const home = goneHome(row.settings, row.answer.answers)
    await bringHome(row.answer, home.person, row.name, proved)
    if (row.answer.askId) await bringToJob(row.answer.jobId, home)
    await takeBackOthers(roundId, row.answer.jobId)
  })
}

/** What answers say of the job they were asked for goes where its record says nothing yet. */
async function bringToJob(jobId: string, { job: said, facts }: GoneHome): Promise<void> {
  const [job] = await db().select().from(jobs).where(eq(jobs.id, jobId))
  const { place, people, notes, day } = said
  const set = {
    ...(!job!.place && place ? { place } : {}),
    ...(!job!.notes && notes ? { notes } : {}),
    ...(job!.people === null && people ? { people: Math.round(Number(people.replace(',', '.'))) } : {}),
    ...(!job!.starts && day ? { starts: `${day}T09:00` } : {}),
    facts: Object.fromEntries(Object.entries(facts).filter(([key]) => !job!.facts[key])),
  }
  const read = editJob.safeParse({ version: job!.version, set })
  // What can't be a fact of the job stays with the answer.
  if (read.success && (Object.keys(set).length > 1 || Object.keys(set.facts).length))
    await changeJob(jobId, read.data).catch((error: unknown) => {
      if (!(error instanceof Problem)) throw error
    })
}

type Fact = 'phone' | 'email' | 'address' | 'born' | 'taxNumber'
async function bringHome(
  { contactId, jobId }: typeof standingAnswers.$inferSelect,
  facts: Record<string, string>,
  link: string,
  proved: boolean,
): Promise<void> {
  const [contact] = await db().select().from(contacts).where(eq(contacts.id, contactId))
  const given = Object.entries(facts) as [Fact, string][]
  // How a record is reached isn't changed by somebody who only said that it is theirs.
  const reach = (fact: Fact) => !proved && (fact === 'email' || fact === 'phone')
  const differs = given.filter(([fact, value]) => (contact![fact] || reach(fact)) && contact![fact] !== value)
  for (const [fact, value] of given) {
    if (contact![fact] || reach(fact)) continue
    const read = editContact.safeParse({ [fact]: value })
    if (read.success) await changeContact(contactId, read.data)
  }
  if (!differs.length) return
  await note({
    jobId,
    type: 'standing',
    words: `${contact!.name.slice(0, 80)} said otherwise by “${link}” than their record does`,
    detail: differs
      .map(([fact, value]) => `${fact}: ${contact![fact] || 'nothing'} there, ${value} said`)
      .join(', ')
      .slice(0, 500),
    state: 'yours',
  })
}

/** Waivers of the same visitors that are still out in the session: what was signed now stands in their place. */
async function takeBackOthers(roundId: string, jobId: string): Promise<void> {
  const mine = await db()
    .select({ id: papers.id, guest: sql<string | null>`${papers.bindings} ->> '$.guest.contactId'` })
    .from(roundPapers)
    .innerJoin(papers, eq(papers.id, roundPapers.paperId))
    .where(and(eq(roundPapers.roundId, roundId), eq(papers.kind, 'waiver')))
  const visitors = mine.flatMap((p) => p.guest ?? [])
  if (!visitors.length) return
  const others = await db()
    .select({ id: papers.id, title: papers.title })
    .from(papers)
    .where(
      and(
        eq(papers.jobId, jobId),
        eq(papers.kind, 'waiver'),
        eq(papers.state, 'out'),
        inArray(sql`${papers.bindings} ->> '$.guest.contactId'`, visitors),
        ...mine.map((p) => ne(papers.id, p.id)),
      ),
    )
  for (const other of others)
    await enact(
      await roundOfPaper(other.id),
      SYSTEM,
      { type: 'withdrawn', reason: 'Signed by a standing link' },
      `${other.title} withdrawn`,
      { detail: 'Signed by a standing link instead' },
    )
}
