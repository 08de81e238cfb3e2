import { readDecimal } from '../money/typed'
import { peopleIn } from './count'
import { type FormLine, formLines } from './fields'
import { partsOf } from './parts'
import { flat, languageOf, only, without } from './text'
import { budgetIn, factsIn, itemsIn, kindIn } from './things'
import {
  ENQUIRY_MAX,
  type Enquiry,
  type EnquiryLanguage,
  type Known,
  NOTHING,
  type Read,
  type Span,
  plain,
  said,
} from './types'
import { whenIn } from './when'
import { placeIn } from './where'
import { whoIn } from './who'

/**
 * Reads out of what somebody wrote what a job's record needs: who, when, where, how many, what of it, for how much. What
 * isn't said is null; what can be read in two ways has both and takes none. Reads any text, and never fails.
 */
export function readEnquiry(whole: string, known: Known): Enquiry {
  const text = whole.slice(0, ENQUIRY_MAX)
  const parts = partsOf(text)
  const facts = known.kinds.flatMap((k) => k.facts)
  const asked = only(text, [parts.body])
  const form = formLines(asked, facts)
  // Lines of a form say what they are; the rest is read as a letter.
  const written = without(
    asked,
    form.filter((f) => f.label !== 'message').map((f) => f.line),
  )
  const letter = flat(written)
  const language = languageOf(asked, known.locale.slice(0, 2) as EnquiryLanguage)
  const items = itemsIn(
    letter,
    known.items.map((i) => ({ id: i.id, flat: flat(i.description) })),
  )
  const kind = kindIn(
    letter,
    known.kinds.map((k) => ({ id: k.id, flat: flat(k.name) })),
  )
  const who = whoIn(text, parts, form, kind.at, known)
  const field = (label: string) => form.find((f) => f.label === label)
  const anonymous = without(written, [...who.phone.at, ...who.email.at])
  const dated = field('when') ? only(text, [field('when')!]) : anonymous
  const when = whenIn(flat(dated), dated, language, known)
  const { people, children } = peopleIn(flat(anonymous))
  const place = placeIn(without(written, [...who.name.at, ...who.organisation.at]), language)
  const budget = budgetIn(letter, known.locale)
  return {
    language,
    folded: [parts.head, parts.foot, parts.older].filter((s): s is Span => s !== null),
    ...who,
    ...when,
    place: field('place') ? valueOf(field('place')!) : place,
    people: numberField(field('people')) ?? people,
    children,
    kind,
    items,
    budget: moneyField(field('budget'), known.locale) ?? budget,
    facts: { ...factsIn(letter, known.kinds, flat, known.locale), ...formFacts(form) },
  }
}
const valueOf = (f: FormLine) => said(f.value, plain(f))
function numberField(f: FormLine | undefined): Read<number> | null {
  if (!f) return null
  const n = /^\D{0,8}(\d{1,5})(?!\s*[-–]\s*\d)\D*$/.exec(f.value)
  return n ? said(Number(n[1]), plain(f)) : NOTHING
}
function moneyField(f: FormLine | undefined, locale: string): Read<string> | null {
  if (!f) return null
  const typed = /\d[\d.,' ]*/.exec(f.value)
  const read = typed ? readDecimal(typed[0].trim(), locale, 2) : null
  return read && 'value' in read ? said(read.value, plain(f)) : NOTHING
}
const formFacts = (form: readonly FormLine[]) =>
  Object.fromEntries(form.filter((f) => f.label.startsWith('fact ')).map((f) => [f.label.slice(5), valueOf(f)]))
