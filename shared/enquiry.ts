import type { OpenQuestion } from '../core/enquiry/ask'
import type { Language } from '../core/text/language'
import { dayIn, listIn } from './words'
import { messageSays } from './words/says'

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
