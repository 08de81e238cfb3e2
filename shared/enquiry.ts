import type { Day } from '../core/calendar/dates'
import type { Language } from '../core/text/language'
import { dayIn, listIn } from './words'
import { messageSays } from './words/says'

/** What isn't known yet, or can be read in several ways. */
export type OpenQuestion =
  | { about: 'day'; or: readonly Day[] }
  | { about: 'place' }
  | { about: 'people'; or: readonly number[] }
  | { about: 'lines' }
  | { about: 'phone' }
  | { about: 'fact'; label: string }

/** What a record has to have before it can be priced and made. */
export interface Asked {
  starts: string
  /** Days of which one is to be chosen. */
  days: readonly string[]
  place: string
  people: number | null
  counts: readonly number[]
  lines: number
  phone: string
  facts: readonly { label: string; value: string }[]
}

/** What is still open on a record, the most pressing first. */
export function openQuestions(r: Asked): OpenQuestion[] {
  const days = [...new Set(r.days.map((d) => d.slice(0, 10)))]
  return [
    ...(r.starts ? [] : [{ about: 'day' as const, or: days }]),
    ...(r.place ? [] : [{ about: 'place' as const }]),
    ...(r.people === null ? [{ about: 'people' as const, or: r.counts }] : []),
    ...(r.lines ? [] : [{ about: 'lines' as const }]),
    ...r.facts.filter((f) => !f.value).map((f) => ({ about: 'fact' as const, label: f.label })),
    ...(r.phone ? [] : [{ about: 'phone' as const }]),
  ]
}

/** The questions as they are asked in one language. */
export function questionsIn(language: Language, questions: readonly OpenQuestion[]): string[] {
  const says = messageSays(language)
  return questions.map((q) => {
    switch (q.about) {
      case 'day':
        return q.or.length
          ? says('qWhich', {
              days: listIn(
                language,
                q.or.map((d) => dayIn(language, d)),
                'disjunction',
              ),
            })
          : says('qWhen')
      case 'place':
        return says('qWhere')
      case 'people':
        return q.or.length
          ? says('qPeopleWhich', { counts: listIn(language, q.or.map(String), 'disjunction') })
          : says('qPeople')
      case 'lines':
        return says('qWhat')
      case 'phone':
        return says('qPhone')
      case 'fact':
        return says('qFact', { label: q.label })
    }
  })
}

/** A ready answer to an enquiry that asks what is open, to be read over before it is sent. */
export function answerIn(
  language: Language,
  { name, business, questions }: { name: string; business: string; questions: readonly OpenQuestion[] },
): { subject: string; words: string } {
  const says = messageSays(language)
  const asked = questionsIn(language, questions).map((q) => `• ${q}`)
  const hello = name ? says('qHello', { name }) : says('qHelloAll')
  return {
    subject: says('qSubject'),
    words: [hello, says('qThanks'), asked.join('\n'), `${says('qEnd')}\n${business}`].join('\n\n'),
  }
}
