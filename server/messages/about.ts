import { eq } from 'drizzle-orm'
import { minutesFor, wordsToRead } from '../../core/rounds/greeting'
import { type Language, languages } from '../../core/rounds/plan'
import { messageValues } from '../../shared/rounds'
import { deadlineIn } from '../../shared/words'
import { messageSays, titlesIn } from '../../shared/words/messages'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, jobs, roundEvents, roundPeople, rounds } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { type RoundPaper, papersFor } from '../chain/papers'

type Person = typeof roundPeople.$inferSelect

/** The language somebody is written to in: as the sender set it, else the one they read or signed in last; English before that. */
export async function languageOf(person: Person): Promise<Language> {
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
  return (used?.language as Language | undefined) ?? 'en'
}

/** How long papers take one person to read and fill. */
export const minutesOf = (list: readonly RoundPaper[], person: Pick<Person, 'fields'>): number =>
  minutesFor(
    list.reduce(
      (n, { version, paper }) => n + wordsToRead(version.document.body, paper.marked ? version.pages : null),
      0,
    ),
    person.fields.length,
  )

/** Whether a contact is an organisation. */
export async function isOrganisation(contactId: string | null): Promise<boolean> {
  if (!contactId) return false
  const [row] = await db().select({ kind: contacts.kind }).from(contacts).where(eq(contacts.id, contactId))
  return row?.kind === 'organisation'
}

/** Everything a message to somebody of a round is written from, in their language. */
export async function aboutPerson(personId: string) {
  const [person] = await db().select().from(roundPeople).where(eq(roundPeople.id, personId))
  const [round] = await db().select().from(rounds).where(eq(rounds.id, person!.roundId))
  const list = await papersFor(person!)
  const [job] = await db().select().from(jobs).where(eq(jobs.id, round!.jobId))
  const business = await theBusiness()
  const language = await languageOf(person!)
  const papers = list.map((p) => p.paper)
  const on = today(business.timeZone)
  const deadline = (at: string | null) => (at ? deadlineIn(language, at, business.timeZone, on) : '')
  return {
    person: person!,
    round: round!,
    list,
    job: job!,
    business,
    language,
    today: on,
    says: messageSays(language),
    titles: titlesIn(language, papers),
    deadline,
    /** What it is about, as it stands within a sentence. */
    about: {
      paper: language === 'en' ? `the ${titlesIn(language, papers, true)}` : titlesIn(language, papers),
      papers: language === 'en' ? `the ${titlesIn(language, papers, true)}` : titlesIn(language, papers),
      job: job!.title,
      business: business.name,
    },
    /** What the business may have put into its own words. */
    values: (lapsesAt: string | null, organisation: boolean) =>
      messageValues({
        language,
        name: person!.name,
        organisation,
        papers,
        job: job!,
        today: on,
        deadline: deadline(lapsesAt),
        business: business.name,
        minutes: minutesOf(list, person!),
      }),
  }
}
export type About = Awaited<ReturnType<typeof aboutPerson>>
