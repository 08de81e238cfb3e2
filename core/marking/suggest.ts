import type { FoundBlank } from '../blanks/found'
import { partyFor } from '../blanks/parties'
import { plainText } from '../blanks/words/index'
import { valueNamed } from '../document/named'
import type { Party } from '../document/model'
import type { FieldSpec, FieldFormat } from '../document/field'
import type { MergeContext } from '../merge/merge'
import type { Mark } from './model'

const EMAIL = /\be-?mail\b|\bcourriel\b|\bcorreo\b/
const PHONE = /\b(tele)?phone\b|\bmobile\b|\btel\.?\b|\btelefon|\btelephone\b|\btelefono\b|\bhandy\b/
const NUMBER = /\b(number of|how many|anzahl|nombre de|numero de|quantity|age|mileage)\b/
const POSTCODE = /\bpostcode\b|\bpost code\b|\bzip\b|\bplz\b|\bcode postal\b|\bcodigo postal\b/
/** A date that says no more is the day of signing; any other is a fact to be chosen. */
const SIGNING =
  /^(the )?(date|dated|datum|fecha|le|den|(ort|lieu|lugar|place)( und| et| y| and|,)+ (date|datum|fecha)|(signed|signature|signing|unterschrifts?)?.{0,3}(date|datum)( signed| of signing| of signature)?|date (signed|of signature|de signature)|fecha de (la )?firma)$/

const POSTCODE_COUNTRY: Record<string, 'GB' | 'DE' | 'FR' | 'ES'> = { en: 'GB', de: 'DE', fr: 'FR', es: 'ES' }

function fieldFor(b: FoundBlank, key: string, party: string, language: string): FieldSpec {
  const label =
    b.label ||
    { signature: 'Signature', initials: 'Initials', date: 'Date', name: 'Name', text: 'Text', checkbox: 'Tick' }[b.type]
  const plain = plainText(b.label)
  let type: FieldSpec['type']
  let format: FieldFormat | undefined
  if (b.type === 'checkbox') type = 'tick'
  else if (b.type === 'date') type = SIGNING.test(plain) ? 'date' : 'day'
  else if (b.type === 'text') {
    type = EMAIL.test(plain) ? 'email' : NUMBER.test(plain) && b.w < 160 ? 'number' : 'text'
    if (PHONE.test(plain)) format = { kind: 'phone' }
    if (POSTCODE.test(plain)) format = { kind: 'postcode', country: POSTCODE_COUNTRY[language] ?? 'GB' }
  } else type = b.type
  const w = b.widget
  if (w?.kind === 'choice') type = 'choice'
  return {
    key,
    type,
    party,
    label: label.slice(0, 200),
    required: w
      ? w.required || type === 'signature'
      : type !== 'tick' && !(type === 'text' && (!b.label || b.label.endsWith('further line'))),
    ...(format ? { format } : {}),
    ...(w?.kind === 'choice' && w.options.length
      ? { options: w.options.slice(0, 40).map((o) => o.slice(0, 200)) }
      : {}),
    ...(w?.max ? { max: Math.min(2000, w.max) } : {}),
    ...(w?.value && w.kind !== 'check' && w.kind !== 'radio' && w.value !== 'Off'
      ? { preset: w.value.slice(0, 300) }
      : {}),
    ...(w?.name ? { dataName: w.name.replace(/\s+/g, ' ').trim().slice(0, 80) || undefined } : {}),
    ...(w?.kind === 'radio' && w.name ? { oneOf: w.name.slice(0, 80) } : {}),
  }
}

/** Facts of people that are on record, by the words that ask for them. */
const PERSONAL: [RegExp, string][] = [
  [/\baddress\b|\banschrift\b|\badresse\b|\bdireccion\b/, 'address'],
  [EMAIL, 'email'],
  [PHONE, 'phone'],
]

/** The job value that fills a blank, where the record has one. */
function valueFor(b: FoundBlank, party: string, known: ReadonlyMap<string, string>): string | null {
  if (b.type === 'signature' || b.type === 'initials' || b.type === 'checkbox' || b.widget?.value) return null
  if (b.label.endsWith('further line')) return null
  const plain = plainText(b.label)
  if (b.type === 'name')
    return party === 'business' &&
      /\b(company|business|supplier|landlord|owner)\b/.test(plain) &&
      known.has('business.legalName') &&
      !/sign/.test(plain)
      ? 'business.legalName'
      : null
  if (b.type === 'date' && SIGNING.test(plain)) return null
  // The record has days; a time of day has no value of its own.
  if (/\btime\b|\buhrzeit\b|\bheure\b|\bhora\b/.test(plain)) return null
  if (b.type === 'text') {
    const fact = PERSONAL.find(([pattern]) => pattern.test(plain))?.[1]
    const own = fact && (party === 'business' || party === 'client') ? `${party}.${fact}` : null
    if (own && known.has(own)) return own
  }
  const named = valueNamed(b.label, new Set(known.keys()))
  if (named) return named
  // Facts a kind of job has of its own, by the name they go under.
  for (const [path, label] of known)
    if (path.startsWith('job.') && label.length > 3 && plain.includes(plainText(label))) return path
  return null
}

interface Suggested {
  marks: Mark[]
  /** Parties the marks need, in the order they are met. */
  parties: Party[]
}

/**
 * Turns found blanks into proposals: what each is on a paper, whose, and whether the record can fill it. `known` are the
 * values that are given, by path, with what they are called; ids come from `newId`.
 */
export function suggest(
  blanks: readonly FoundBlank[],
  known: ReadonlyMap<string, string>,
  newId: () => string,
  language = 'en',
): Suggested {
  const parties = new Map<string, Party>()
  /** Fields of a form by their names: one that is shown twice is one, answered once. */
  const shown = new Map<string, FieldSpec>()
  const marks = blanks.map((b, i): Mark => {
    const before = blanks[i - 1]
    if (!b.label && before && b.why.includes('going on'))
      b = { ...b, label: `${before.label.replace(/, further line$/, '') || 'Text'}, further line` }
    const party = partyFor(b.party)
    parties.set(party.key, party)
    const id = newId()
    const path = valueFor(b, party.key, known)
    const w = b.widget
    const name = w?.name && w.kind !== 'radio' ? `${w.kind} ${w.name} ${w.state}` : ''
    const field = shown.get(name) ?? fieldFor(b, id, party.key, language)
    if (name) shown.set(name, field)
    return {
      id,
      page: b.page,
      x: b.x,
      y: b.y,
      w: Math.max(1, b.w),
      h: Math.max(1, b.h),
      state: 'proposed',
      from: b.widget ? 'form' : 'found',
      field,
      ...(path
        ? {
            words: {
              path,
              face: 'sans' as const,
              ...(b.type === 'date' ? { format: b.w < 90 ? ('dmy' as const) : ('long' as const) } : {}),
            },
          }
        : {}),
      why: b.why.slice(0, 300),
      confidence: b.confidence,
      foundParty: party.key,
    }
  })
  return { marks, parties: [...parties.values()] }
}

/** Values that are given, by path, with what they are called. */
export const givenValues = ({ values }: Pick<MergeContext, 'values'>): Map<string, string> =>
  new Map(
    Object.entries(values).flatMap(([path, v]) =>
      v.value === null || v.value === '' ? [] : [[path, v.label] as const],
    ),
  )
