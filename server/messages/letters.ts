import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import type { z } from 'zod'
import {
  type Letter,
  LETTERS,
  type LettersView,
  type Wording,
  placesFor,
  type tryWording,
  wordingProblem,
} from '../../shared/letters'
import { dayIn, moneyIn } from '../../shared/words'
import { titlesIn } from '../../shared/words/titles'
import { fill } from '../../core/text/fill'
import type { Language } from '../../core/text/language'
import { type MessageKey, WORDS, messageSays } from '../../shared/words/says'
import { today } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { jobs, kinds, ownWords } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { Problem } from '../platform/problem'
import { withoutPlaces } from '../platform/secrets'
import { theBusiness } from '../records/business'
import { ownWordsIn } from '../records/words'
import { compose, post } from './compose'

export const letterOf = (key: string): Letter => {
  const letter = LETTERS.find((l) => l.key === key)
  if (!letter) throw new Problem('not-found', 'There is no such letter.')
  return letter
}

/** Every letter as it goes out in one language. */
export async function lettersIn(language: Language): Promise<LettersView> {
  const own = await ownWordsIn(language)
  const part = (key: MessageKey) => ({
    text: own[key] ?? WORDS[language].message[key],
    usual: WORDS[language].message[key],
    places: placesFor(key),
  })
  const changed = await db().selectDistinct({ language: ownWords.language }).from(ownWords)
  return {
    language,
    letters: LETTERS.map(({ key, when, subject, body }) => ({ key, when, subject: part(subject), body: part(body) })),
    changed: changed.map((c) => c.language),
  }
}

/** Refuses words that leave out what a letter is for, or name what it doesn't know. */
function insistOnWording({ subject, body }: Letter, given: Wording): void {
  for (const [field, key] of [
    ['subject', subject],
    ['body', body],
  ] as const) {
    const wrong =
      withoutPlaces(given[field]) === given[field]
        ? wordingProblem(key, given[field])
        : 'This has a sign in it that is used inside.'
    if (wrong) throw new Problem('invalid', wrong, { [field]: wrong })
  }
}

/** Words a letter anew; what is as usual is not kept, so that it follows Upwold's own. */
export async function rewordLetter(key: string, given: Wording): Promise<void> {
  const letter = letterOf(key)
  insistOnWording(letter, given)
  await write(async (tx) => {
    for (const part of ['subject', 'body'] as const) {
      const at = { key: letter[part], language: given.language }
      const text = given[part]
      if (text === WORDS[given.language].message[letter[part]])
        await tx.delete(ownWords).where(and(eq(ownWords.key, at.key), eq(ownWords.language, at.language)))
      else
        await tx
          .insert(ownWords)
          .values({ ...at, text })
          .onConflictDoUpdate({ target: [ownWords.key, ownWords.language], set: { text } })
    }
  })
}

/** Has a letter say what it usually says again. */
export async function putBackLetter(key: string, language: Language): Promise<void> {
  const { subject, body } = letterOf(key)
  await write((tx) =>
    tx.delete(ownWords).where(and(inArray(ownWords.key, [subject, body]), eq(ownWords.language, language))),
  )
}

/** A letter as it arrives, with values as they could be; sent to whoever asks, where they want that. */
export async function showLetter(
  key: string,
  { send, ...given }: z.output<typeof tryWording>,
  to: string,
): Promise<{ subject: string; html: string; sentTo: string | null }> {
  const letter = letterOf(key)
  insistOnWording(letter, given)
  const business = await theBusiness()
  const { language } = given
  const says = messageSays(language)
  const day = dayIn(language, today(business.timeZone))
  const money = moneyIn(language, 24_000, business.currency)
  const paper = titlesIn(language, [{ title: 'Quote' }])
  const [job] = await db().select({ title: jobs.title }).from(jobs).orderBy(desc(jobs.createdAt)).limit(1)
  const [kind] = await db().select().from(kinds).orderBy(asc(kinds.position)).limit(1)
  const values: Record<string, string> = {
    name: 'Ines Marlow',
    first: 'Ines',
    new: 'Ines Marlow',
    from: 'Ines Marlow',
    business: business.name,
    paper,
    papers: paper,
    job: job?.title ?? business.name,
    day,
    forDay: says('mForDay', { day }),
    deadline: day,
    minutes: says('mMinutes', { n: 4 }),
    code: '482 913',
    question: '…?',
    reason: '…',
    date: day,
    amount: money,
    label: kind?.settings.plan.stages[0]?.label ?? '…',
    due: says('mDue', { date: day }),
    number: '2026-0042',
    subject: fill(WORDS[language].message.mSubject, { papers: paper, forDay: '' }),
  }
  const subject = fill(given.subject, values)
  const said = {
    language,
    paragraphs: fill(given.body, values).split(/\n{2,}/),
    button: { label: says('mRead'), to: '#' },
  }
  if (send) await post(business, { key: `try:${newId()}`, to, subject, ...said })
  return { subject, html: compose({ business, ...said }).html, sentTo: send ? to : null }
}
