import { eq } from 'drizzle-orm'
import { minutesFor, wordsToRead } from '../../core/rounds/greeting'
import { messageValues } from '../../shared/rounds'
import { deadlineIn } from '../../shared/words'
import { messageSays } from '../../shared/words/says'
import { titlesIn } from '../../shared/words/titles'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { jobs, roundPeople, rounds } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { type RoundPaper, papersFor } from '../chain/papers'
import { ownWordsIn } from '../records/words'
import { languageOf } from '../chain/language'
import type { Person } from '../chain/round'

/** How long papers take one person to read and fill. */
export const minutesOf = (list: readonly RoundPaper[], person: Pick<Person, 'fields'>): number =>
  minutesFor(
    list.reduce(
      (n, { version, paper }) => n + wordsToRead(version.document.body, paper.marked ? version.pages : null),
      0,
    ),
    person.fields.length,
  )

/** Everything a message to somebody of a round is written from, in their language. */
export async function aboutPerson(personId: string) {
  const [person] = await db().select().from(roundPeople).where(eq(roundPeople.id, personId))
  const [round] = await db().select().from(rounds).where(eq(rounds.id, person!.roundId))
  const list = await papersFor(person!)
  const [job] = await db().select().from(jobs).where(eq(jobs.id, round!.jobId))
  const business = await theBusiness()
  const language = await languageOf(person!)
  const own = await ownWordsIn(language)
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
    own,
    says: messageSays(language, own),
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
