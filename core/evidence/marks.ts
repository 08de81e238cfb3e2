import { dayOf } from '../calendar/dates'
import { attachmentName } from '../fields/attachment'
import { type PaperFigures, totalText } from '../layout/figures'
import type { PlacedField } from '../layout/types'
import { formatDate } from '../merge/merge'
import type { Mark, PlacedMark, SignatureMark } from '../pdf/marks'
import { type Agreed, type StandingGiven, markIn, valueIn } from '../rounds/agreed'
import { takenOf, variantKey } from '../pricing/variants'
import { type Signer, recordPlace } from './recorded'
import type { RecordSays } from './says'

/** A signature or initials as they were given: a picture stands by its hash. */
export type GivenMark =
  Exclude<SignatureMark, { kind: 'image' }> | { kind: 'image'; sha: string; width: number; height: number }

/** What the marks of a paper are drawn from. */
export interface Marking {
  agreed: Agreed<GivenMark>
  say: RecordSays
  nameOf: (person: unknown) => string
  paperLanguage: string
  timeZone: string
  /** Pictures of signatures by their hash, read before anything is drawn. */
  pictures: ReadonlyMap<string, Uint8Array>
}

/** A day as its place wants it: in words, or in figures where they fit better. */
function dayText(day: string, { field, w }: PlacedField, language: string): string {
  if (field.format?.kind === 'day-order') return formatDate(day, field.format.order, language)
  return formatDate(day, w < 70 ? 'dmy' : 'long', language)
}

/** What is visible of a text: marks of direction and joiners alone show nothing. */
const seenOf = (text: string): string => (/[^\p{C}\p{Z}\u115f\u1160\u3164\uffa0\u2800]/u.test(text) ? text.trim() : '')

/** What stands in one field of somebody's, of all they gave; null where nothing does. */
function markFor(
  at: PlacedField,
  given: StandingGiven<GivenMark>,
  about: Marking,
  figures: PaperFigures | null,
): Mark | null {
  const { field } = at
  const { onPaper } = given
  const value = valueIn(given, field)
  const text = typeof value === 'string' ? seenOf(value) : ''
  const mark = markIn(given, field)
  if (mark?.kind === 'image') return { kind: 'signature', signature: { ...mark, png: about.pictures.get(mark.sha)! } }
  if (mark) return { kind: 'signature', signature: mark }
  const line = figures?.pricing.lines.find((l) => l.key === field.line)
  switch (field.type) {
    case 'signature':
      return onPaper ? { kind: 'text', text: about.say('signedByHand', { day: onPaper.day }) } : null
    case 'name':
      return text || onPaper ? { kind: 'text', text: text || about.nameOf(given.person) } : null
    case 'initials':
      return text ? { kind: 'text', text } : null
    case 'date':
      return { kind: 'text', text: dayText(onPaper?.day ?? dayOf(given.at, about.timeZone), at, about.paperLanguage) }
    case 'day':
      return text ? { kind: 'text', text: dayText(text, at, about.paperLanguage) } : null
    case 'attachment':
      return text ? { kind: 'text', text: attachmentName(text) } : null
    case 'tick':
      return value === true ? { kind: 'tick' } : null
    case 'take':
      return (line ? line.chosen : field.line === variantKey(takenOf(figures?.pricing.lines ?? []) ?? ''))
        ? { kind: 'tick' }
        : null
    case 'quantity':
      return line ? { kind: 'text', text: line.quantity } : null
    case 'agreed-total':
      return figures ? { kind: 'text', text: totalText(figures.priced, figures.currency, about.paperLanguage) } : null
    default:
      return text ? { kind: 'text', text, ...(at.size ? { size: at.size } : {}) } : null
  }
}

/** What one person put on one paper, at its places; nothing of whoever has been replaced or has to sign again. */
export function marksOf(
  p: Signer,
  fields: readonly PlacedField[],
  figures: PaperFigures | null,
  about: Marking,
): PlacedMark[] {
  const given = about.agreed.given.get(p.id)
  if (!given) return []
  return fields.flatMap((at) => {
    const mark = at.field.party === p.party ? markFor(at, given, about, figures) : null
    return mark ? [{ at, mark }] : []
  })
}

/** Marks of those whose signature has no place on the paper: a witness's stands where the record names them. */
export function recordMarks(people: readonly Signer[], { agreed, pictures }: Marking): Record<string, Mark> {
  return Object.fromEntries(
    people.flatMap((p): [string, Mark][] => {
      const mark = agreed.given.get(p.id)?.signature
      if (!mark) return []
      const signature = mark.kind === 'image' ? { ...mark, png: pictures.get(mark.sha)! } : mark
      return [[recordPlace(p.id), { kind: 'signature', signature }]]
    }),
  )
}
