import { desc, and, eq } from 'drizzle-orm'
import { type Language, languages } from '../../core/text/language'
import type { Person } from './round'
import { db } from '../platform/db/client'
import { theBusiness } from '../records/business'
import { contacts, papers, roundEvents, rounds, roundPeople } from '../platform/db/schema'

/** The language that is somebody’s among the contacts, else the business’s own. */
async function languageOfContact(id: string | null): Promise<Language> {
  const [row] = id ? await db().select({ language: contacts.language }).from(contacts).where(eq(contacts.id, id)) : []
  return row?.language ?? houseLanguage()
}

/** What the business writes in where nobody said otherwise. */
const houseLanguage = async (): Promise<Language> => (await theBusiness()).settings.language

/**
 * The language somebody is written to in: as the sender set it, else the one they read or signed in last; before that the
 * one that is theirs among the contacts, or the business's own.
 */
export async function languageOf(
  person: Pick<Person, 'id' | 'roundId' | 'memberId' | 'contactId' | 'how'>,
): Promise<Language> {
  if (person.memberId) return 'en'
  if (person.how.language !== 'auto') return person.how.language
  const rows = await db()
    .select({ data: roundEvents.data })
    .from(roundEvents)
    .where(eq(roundEvents.roundId, person.roundId))
    .orderBy(roundEvents.seq)
  const used = rows
    .map((r) => r.data as { person?: string; language?: string })
    .findLast((d) => d.person === person.id && languages.includes(d.language as Language))
  return (used?.language as Language | undefined) ?? languageOfContact(person.contactId)
}

/** The place of a job's client in the last round they were in, and the language they are written to in. */
export async function clientOf(
  jobId: string,
  contactId: string,
): Promise<{ person: typeof roundPeople.$inferSelect | null; language: Language }> {
  const rows = await db()
    .select({ person: roundPeople, state: papers.state })
    .from(roundPeople)
    .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
    .innerJoin(papers, eq(papers.id, rounds.paperId))
    .where(and(eq(rounds.jobId, jobId), eq(roundPeople.contactId, contactId)))
    .orderBy(desc(rounds.createdAt))
  const last = rows[0]?.person
  return {
    person: rows.find((r) => r.state === 'signed')?.person ?? null,
    language: last ? await languageOf(last) : await languageOfContact(contactId),
  }
}

/** The language a job's client is written to in, also on their invoice. */
export async function clientLanguage(jobId: string, contactId: string | null): Promise<Language> {
  return contactId ? (await clientOf(jobId, contactId)).language : houseLanguage()
}
