import { dayOf } from '../calendar/dates'
import type { FieldSpec } from '../document/field'
import { attachmentName } from '../fields/attachment'
import { type StandingGiven, markIn, valueIn } from './agreed'

/** What people have answered on one paper, by the field's key. */
export type Answers = Map<string, string | boolean>

/** What one field says of what its person gave, as data: `signed <instant>` for a signature, the day for a date. */
function answerIn(f: FieldSpec, given: StandingGiven, timeZone: string): string | boolean | undefined {
  const value = valueIn(given, f)
  const { onPaper } = given
  const on = onPaper ? `on paper, ${onPaper.day}` : given.at
  switch (f.type) {
    case 'signature':
      return onPaper || markIn(given, f) ? `signed ${on}` : ''
    case 'initials':
      return onPaper || markIn(given, f) ? `initialled ${on}` : value
    case 'date':
      return onPaper?.day ?? dayOf(given.at, timeZone)
    case 'attachment':
      return typeof value === 'string' ? attachmentName(value) : value
    case 'take':
      return !!given.taken[f.line!]
    case 'quantity':
      return given.quantities[f.line!] || value
    default:
      return value
  }
}

/** Everything that was set beforehand in these fields, and given in them since, each by whoever's field it is. */
export function answersIn(fields: readonly FieldSpec[], given: Iterable<StandingGiven>, timeZone: string): Answers {
  const answers: Answers = new Map()
  for (const f of fields) if (f.preset) answers.set(f.key, f.preset)
  for (const theirs of given)
    for (const f of fields) {
      const value = f.party === theirs.party ? answerIn(f, theirs, timeZone) : undefined
      if (value !== undefined) answers.set(f.key, value)
    }
  return answers
}
