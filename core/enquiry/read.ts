import { readDecimal } from '../money/typed'
import { peopleIn } from './count'
import { type FormLine, formLines } from './fields'
import { partsOf } from './parts'
import { flat, languageOf, only, without } from './text'
import { budgetIn, factsIn, itemsIn, kindIn } from './things'
import { type Enquiry, type EnquiryLanguage, type Known, NOTHING, type Read, said, type Span } from './types'
import { whenIn } from './when'
import { placeIn } from './where'
import { whoIn } from './who'

/** A longer text is read as far as this. */
export const ENQUIRY_MAX = 20_000

/**
 * Reads out of what somebody wrote what a job's record needs: who, when, where, how many, what of it, for how much. What
 * isn't said is null; what can be read in two ways has both and takes none. Reads any text, and never fails.
 */
export function readEnquiry(whole: string, known: Known): Enquiry {
  const text = whole.slice(0, ENQUIRY_MAX)
  const parts = partsOf(text)
  const facts = known.kinds.flatMap((k) => k.facts)
  const form = formLines(only(text, [parts.body]), facts)
  const asked = only(text, [parts.body])
  // Lines of a form say what they are; the rest is read as a letter.
  const letter = flat(
    without(
      asked,
      form.filter((f) => f.label !== 'message').map((f) => f.line),
    ),
  )
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
  const nobody = without(letter, [...who.phone.at, ...who.email.at])
  const dated = field('when') ? flat(only(text, [field('when')!])) : nobody
  const when = whenIn(dated, original(text, dated), language, known)
  const { people, children } = peopleIn(nobody)
  const place = placeIn(without(original(text, letter), [...who.name.at, ...who.organisation.at]), language)
  const budget = budgetIn(letter, known.locale)
  return {
    language,
    folded: [parts.head, parts.foot, parts.older].filter((s): s is Span => s !== null),
    ...who,
    ...when,
    place: field('place') ? whole_(field('place')!) : place,
    people: numberField(field('people')) ?? people,
    children,
    kind,
    items,
    budget: moneyField(field('budget'), known.locale) ?? budget,
    facts: { ...factsIn(letter, known.kinds, flat, known.locale), ...formFacts(form) },
  }
}
/** The original where the flat text has not been blanked. */
function original(text: string, kept: string): string {
  let out = ''
  for (let i = 0; i < kept.length; i += 1) out += kept[i] === ' ' ? ' ' : text[i]
  return out
}
const whole_ = (f: FormLine) => said(f.value, { from: f.from, to: f.to })
function numberField(f: FormLine | undefined): Read<number> | null {
  if (!f) return null
  const n = /^\D{0,8}(\d{1,5})(?!\s*[-–]\s*\d)\D*$/.exec(f.value)
  return n ? said(Number(n[1]), { from: f.from, to: f.to }) : NOTHING
}
function moneyField(f: FormLine | undefined, locale: string): Read<string> | null {
  if (!f) return null
  const typed = /\d[\d.,' ]*/.exec(f.value)
  const read = typed ? readDecimal(typed[0].trim(), locale, 2) : null
  return read && 'value' in read ? said(read.value, { from: f.from, to: f.to }) : NOTHING
}
const formFacts = (form: readonly FormLine[]) =>
  Object.fromEntries(form.filter((f) => f.label.startsWith('fact ')).map((f) => [f.label.slice(5), whole_(f)]))
