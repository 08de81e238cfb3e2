import { inBrackets, isLine, type Seen } from './found'
import { type WordList, plainText } from './words'
import { namesRole, partyNamed } from './judge'
import { bottom, type Area, shared, right } from './ink'
import type { Scene } from './scene'
import type { Heading } from './labels'

/** Openings of one column of a grid without a head are all for what the first is for. */
export function columns(seen: readonly Seen[]): void {
  for (const c of seen) {
    if (c.how !== 'cell' || c.head || c.row || c.type !== 'text' || !c.grid) continue
    const over = seen.find(
      (o) => o !== c && o.grid === c.grid && Math.abs(o.x - c.x) < 2 && o.y < c.y && o.type === 'initials',
    )
    if (over) c.type = 'initials'
  }
}

const NOT_WHO =
  /^(authori[sz]ed|your|official|digital|electronic|valid|original|first|second|other|legal|responsible|please|print|full|name|date|place|sign|signed|and|total|this|their|representative|his|her)$/
/**
 * Signatures of roles no list knows, by how they are asked for: `Dentist signature`, `signature of the dentist`, or a row
 * of a single word and a date where another row is like it.
 */
export function unknownRoles(seen: Seen[], lists: readonly WordList[]): Map<Seen, string> {
  const found = new Map<Seen, string>()
  const known = (text: string) => namesRole(text, lists)
  for (const c of seen) {
    const text = plainText(c.label)
      .replace(/[:*]+$/, '')
      .trim()
    const who =
      c.type === 'signature'
        ? (/^(?:the )?([a-z-]{4,})(?:'s)? signature$/.exec(text)?.[1] ??
          /signature of (?:the )?([a-z-]{4,})$/.exec(text)?.[1])
        : undefined
    if (who && !known(text) && !NOT_WHO.test(who)) found.set(c, who)
  }
  const single = seen.filter((c) => {
    const text = plainText(c.label)
      .replace(/[:*]+$/, '')
      .trim()
    const row = seen.filter((o) => o !== c && Math.abs(bottom(o) - bottom(c)) < 8)
    return (
      c.type === 'text' &&
      isLine(c) &&
      /^[a-z-]{5,}$/.test(text) &&
      !NOT_WHO.test(text) &&
      row.some((o) => o.type === 'date' && o.x > c.x) &&
      !row.some((o) => o.type === 'signature')
    )
  })
  if (single.length + seen.filter((c) => c.type === 'signature' && c.where === 'after').length >= 2)
    for (const c of single) {
      c.type = 'signature'
      found.set(
        c,
        plainText(c.label)
          .replace(/[:*]+$/, '')
          .trim(),
      )
    }
  return found
}

export const FROM = /(^| )(from|von|vom|du|desde|del|de)$/
const UNTIL = /(^| )(to|until|till|bis|au|hasta|al)$/
/** `from ____ to ____` in one row, not told to be times, are two dates. */
export function spans(seen: readonly Seen[]): void {
  for (const c of seen) {
    if (c.type !== 'text' || !isLine(c) || !FROM.test(plainText(c.label))) continue
    const to = seen.find(
      (o) => o.x > c.x && Math.abs(bottom(o) - bottom(c)) < 6 && o.type === 'text' && UNTIL.test(plainText(o.label)),
    )
    if (
      !to ||
      /\b(time|am|pm|uhr|h|hours?|o'clock|zeit|heure|hora)\b/.test(plainText(`${c.beside.sentence} ${to.beside.right}`))
    )
      continue
    c.type = to.type = 'date'
  }
}

/** A bare role with a date in its row, or in a block with dates but no signature, is signed. */
export function roleRows(seen: readonly Seen[], lists: readonly WordList[]): void {
  for (const c of seen) {
    if (c.type !== 'name' || c.how === 'tick' || c.inText || !bareRole(plainText(c.label), lists)) continue
    const row = seen.filter((o) => o !== c && Math.abs(bottom(o) - bottom(c)) < 8)
    const dated = row.some((o) => o.type === 'date' && o.x > c.x)
    const kin = seen.filter((o) => o !== c && o.y > c.y - 10 && o.y - c.y < 110 && Math.abs(o.x - c.x) < 40)
    const block = kin.some((o) => o.type === 'date' || o.type === 'name') && !kin.some((o) => o.type === 'signature')
    const alone = c.where === 'over' && !seen.some((o) => o.type === 'signature' && Math.abs(o.y - c.y) < 120)
    if ((dated && !row.some((o) => o.type === 'signature')) || (block && c.where === 'over') || alone)
      c.type = 'signature'
  }
}

/** Words that change sides with what a paper is about: the owner of a dog is the client of a kennel. */
export function ownRoles(s: Scene): Map<string, string> {
  const text = plainText(s.phrases.map((p) => p.text).join(' '))
  return /\b(dogs?|cats?|pets?|horses?|pon(y|ies)|animals?|puppy|kennels?|cattery|breed)\b/.test(text)
    ? new Map([['owner', 'client']])
    : new Map()
}

/** Who says `my child`. */
const speaker = (text: string, lists: readonly WordList[]): string | null => {
  const plain = plainText(text)
  return /\b(my|mein\w*|mon|mi)\b/.test(plain) && lists.some((l) => l.parties.guardian.test(plain)) ? 'guardian' : null
}

const otherColumn = (a: Heading, b: Heading | null): boolean => !!b && a !== b && Math.abs(a.base - b.base) < 6

/** Facts that are asked of a person beside their name. */
const ABOUT_PERSON =
  /address|phone|\btel\b|mobile|e-?mail|title|position|capacity|occupation|relationship|company|organi[sz]ation|postcode|town|city|\bid\b|passport|licen[cs]e|nationality|department|role|place|anschrift|adresse|telefon|ort|beruf|funktion|direccion|telefono|cargo|domicilio|qualite|fonction|demeurant/
const signOff = (c: Seen): boolean =>
  c.type !== 'checkbox' && (c.type !== 'text' || c.by === 'before' || c.by === 'own')
const nearWords = (text: string): string => {
  // What a bracket has closed belongs to the blank before it.
  const words = text.replace(/^.*[”"’']\)\s*(and|und|et|y)\b/u, '').split(/\s+/)
  return words.length > 12 ? words.slice(-6).join(' ') : text
}

const sameColumn = (a: Area, b: Area): boolean =>
  shared(a.x, right(a), b.x, right(b)) > 0.3 * Math.min(a.w, b.w) || Math.abs(a.x - b.x) < 30
/** The heading a place stands under: the nearest above it in its column. */
function headingOver(c: Area, headings: readonly Heading[], s: Scene): Heading | null {
  const above = headings.filter((h) => h.base < c.y + 0.6 * c.h)
  const best = [...above].sort((a, b) => b.base - a.base)
  for (const h of best) {
    const row = headings.filter((o) => o !== h && Math.abs(o.base - h.base) < 6)
    const centre = c.x + c.w / 2
    const wide = row.length === 0 && h.x < s.left + 0.3 * (s.right - s.left)
    if (wide) return h
    const next = Math.min(s.ink.width, ...row.filter((o) => o.x > h.x).map((o) => o.x))
    const inColumn = centre >= h.x - 20 && centre < next
    if (inColumn) return h
  }
  return null
}

export function partyOf(
  s: Scene,
  c: Seen,
  seen: readonly Seen[],
  headings: readonly Heading[],
  lists: readonly WordList[],
  own: ReadonlyMap<string, string>,
  main: string,
): { party: string; by: Seen['by'] } {
  const named = (text: string) => (text ? partyNamed(text, lists, own) : null)
  const says = (party: string | null, by: Seen['by']) => (party ? { party, by } : null)
  const b = c.beside
  const rightRole =
    c.inText && b.rightGap < 16 ? inBrackets(b.right) || (/^[\s,]*\(/.test(b.right) ? b.right.slice(0, 40) : '') : ''
  const heading = headingOver(c, headings, s)
  const headingParty = heading ? named(heading.text) : null
  const labelParty =
    (c.where === 'over' && b.below ? named(b.below) : null) ??
    (rightRole ? named(rightRole) : null) ??
    (c.how === 'tick'
      ? speaker(`${b.sentence} ${b.right}`, lists)
      : c.head && !c.row && c.type === 'text'
        ? null
        : named(nearWords(c.label))) ??
    (c.head && c.type !== 'text' && c.type !== 'checkbox' ? named(c.head) : null) ??
    (c.row ? named(c.row) : null) ??
    (c.named ? named(c.named.replace(/([a-z])([A-Z])/g, '$1 $2').replace(/[_.-]+/g, ' ')) : null)
  const own1 = says(labelParty, 'own')
  // A fact about somebody is for whoever the part of the page is for: `relationship to child`.
  if (own1 && !(headingParty && c.type === 'text')) return own1
  const row = [...seen]
    .filter((o) => o !== c && o.party && Math.abs(bottom(o) - bottom(c)) < 8 && right(o) <= c.x + 2)
    .sort((a, z) => z.x - a.x)[0]
  const rowFirst =
    row &&
    (row.by === 'own' || row.by === 'row') &&
    (row.x + row.w + 130 > c.x && c.beside.leftGap < 16 && !/:\s*$/.test(c.beside.left)
      ? true
      : !(heading && otherColumn(heading, headingOver(row, headings, s))))
      ? says(row.party, 'row')
      : null
  if (rowFirst && c.how !== 'tick') return rowFirst
  const before = [...seen]
    .filter(
      (o) =>
        o !== c &&
        o.party &&
        !o.continues &&
        bottom(o) < bottom(c) - 4 &&
        bottom(c) - bottom(o) < 64 &&
        sameColumn(o, c),
    )
    .sort((a, z) => bottom(z) - bottom(a))[0]
  // A date over the signature it belongs to.
  const ahead = seen
    .filter((o) => o !== c && o.type === 'signature' && o.y > c.y && o.y - c.y < 70 && sameColumn(o, c))
    .sort((a, z) => a.y - z.y)[0]
  const aheadParty =
    ahead && (c.type === 'date' || c.type === 'name')
      ? (named(ahead.where === 'over' ? ahead.beside.below : nearWords(ahead.label)) ?? null)
      : null
  const signedAbove = seen.some(
    (o) =>
      o.type === 'signature' &&
      bottom(o) < bottom(c) - 4 &&
      bottom(c) - bottom(o) < 90 &&
      sameColumn(o, c) &&
      !(heading && heading.base > bottom(o)),
  )
  if (
    aheadParty &&
    !signedAbove &&
    !(before && (before.by === 'own' || before.type === 'signature') && bottom(c) - bottom(before) < 40)
  )
    return { party: aheadParty, by: 'before' }
  const carries = before && before.by !== 'main' && (!heading || heading.base < bottom(before))
  if (
    carries &&
    (before.by !== 'heading' || !headingParty) &&
    // Whom a running sentence names in passing isn't whom the fields under it are for.
    !(before.inText && before.type !== 'signature' && !c.inText) &&
    !(c.inText && c.type === 'text' && Math.max(b.left.split(/\s+/).length, b.right.split(/\s+/).length) > 3) &&
    signOff(before) &&
    (c.type !== 'text' || ABOUT_PERSON.test(plainText(c.label)) || !!c.grid || before.type === 'text')
  )
    return { party: before.party, by: 'before' }
  if (headingParty) return { party: headingParty, by: 'heading' }
  return { party: main, by: 'main' }
}

/** A label that is a role and nothing else. */
export function bareRole(text: string, lists: readonly WordList[]): boolean {
  const words = text
    .replace(/\([^)]*\)/g, ' ')
    .replace(/[^\p{L}\s/']/gu, ' ')
    .split(/[\s/]+/)
    .filter(
      (w) =>
        w.length > 1 &&
        !/^(the|and|or|of|for|der|die|des|le|la|el|los|du|de|und|et|par|signed|by|on|behalf|an|first|second|if|under|applicable)$/.test(
          w,
        ),
    )
  // Several people are no name; nor is the model of a thing.
  if (words.some((w) => /^(guests|participants|children|members|people|models?)$/.test(w))) return false
  return words.length > 0 && words.length <= 3 && words.filter((w) => namesRole(w, lists)).length === words.length
}
