import { type WordList, plainText } from './words/index'

/** What a blank is for, as far as its words say. */
export const blankTypes = ['signature', 'initials', 'date', 'name', 'text', 'checkbox'] as const
export type BlankType = (typeof blankTypes)[number]
type Canonical = keyof WordList['parties']
const CANONICAL: Canonical[] = ['guardian', 'witness', 'participant', 'client', 'business']

/** The words that count for type: the end of a running sentence, all of a short label. */
const near = (text: string): string => {
  const words = text.split(' ')
  return words.length > 9 ? words.slice(-5).join(' ') : text
}

/** The type a label names, or null where it names none. */
export function typeNamed(label: string, lists: readonly WordList[]): Exclude<BlankType, 'checkbox' | 'text'> | null {
  const text = near(
    plainText(label)
      .replace(/[_.…]{2,}/g, ' ')
      .replace(/[:*]+$/, '')
      .replace(/\s+/g, ' ')
      .trim(),
  )
  if (!text) return null
  const any = (of: (l: WordList) => RegExp) => lists.some((l) => of(l).test(text))
  if (any((l) => l.initials)) return 'initials'
  const date = any((l) => l.date)
  const signature = any((l) => l.signature)
  const name = any((l) => l.name) && !any((l) => l.notName)
  if (date && signature)
    return any((l) => l.dateFirst) &&
      !/(and|und|et|y|&|\/|,) ?(signature|unterschrift|firma)|(signature|unterschrift|firma) ?(and|und|et|y|&|\/|\+|,)/.test(
        text,
      )
      ? 'date'
      : 'signature'
  if (signature && name) {
    // The one who signed is named by `name of …` and `… name`; otherwise both are wanted and the hand decides.
    return /^(full |print(ed)? |block )?(name|nom|nombre)\b(?! (and|und|et|y|&|\/))|\bname( in (block )?capitals)?$|\(?print(ed)? name\)?/.test(
      text,
    ) && !/(and|&|\+|\/|und|et|y) (signature|sign|firma|unterschrift)/.test(text)
      ? 'name'
      : 'signature'
  }
  if (signature) return 'signature'
  if (date) return 'date'
  return name ? 'name' : null
}

/** The party a text names: canonical, or a role of the paper's own. The first one counts. */
export function partyNamed(text: string, lists: readonly WordList[], own: ReadonlyMap<string, string>): string | null {
  // A number of guests is not a guest, nor are guests in general.
  const plain = plainText(text)
    .replace(
      /\b(guests|participants|children|members|attendees|visitors|volunteers|passengers)\b(?!'? (signature|name|initials))/g,
      ' ',
    )
    .replace(/\b(number|no\.?|anzahl|nombre|numero|how many) (of |der |von |de |des )?(the )?\p{L}+/gu, ' ')
  let best: { at: number; party: string } | null = null
  const see = (pattern: RegExp, partyOf: (word: string) => string) => {
    for (const m of plain.matchAll(new RegExp(pattern.source, 'g'))) {
      const at = m.index
      if (!best || at < best.at) best = { at, party: partyOf(m[0]) }
    }
  }
  for (const l of lists) {
    for (const party of CANONICAL) see(l.parties[party], (w) => own.get(singular(w)) ?? party)
    see(l.roles, (w) => own.get(singular(w)) ?? singular(w))
  }
  return (best as { party: string } | null)?.party ?? null
}
export const singular = (word: string): string => word.replace(/'s$/, '').replace(/s$/, '')

/** Whether a text names any role at all. */
export const namesRole = (text: string, lists: readonly WordList[]): boolean =>
  partyNamed(text, lists, new Map()) !== null

/** Who a paper's unlabelled blanks are for: whom it speaks of most, of those that it is handed to. */
export function mainParty(counts: ReadonlyMap<string, number>): string {
  const n = (k: string) => counts.get(k) ?? 0
  if (n('client') + n('participant') === 0) {
    const roles = [...counts]
      .filter(([k, v]) => v > 1 && !CANONICAL.includes(k as Canonical))
      .sort((a, b) => b[1] - a[1])
    if (roles[0]) return roles[0][1] > n('business') ? roles[0][0] : 'business'
    if (n('business') > 2) return 'business'
  }
  if (n('client') === 0 && n('participant') > 0) return 'participant'
  return n('participant') > 2 * n('client') ? 'participant' : 'client'
}

/** How often each canonical party is spoken of. */
export function countParties(text: string, lists: readonly WordList[]): Map<string, number> {
  const plain = plainText(text)
  const counts = new Map<string, number>()
  for (const l of lists)
    for (const party of CANONICAL)
      counts.set(party, (counts.get(party) ?? 0) + [...plain.matchAll(new RegExp(l.parties[party].source, 'g'))].length)
  for (const l of lists)
    for (const m of plain.matchAll(new RegExp(l.roles.source, 'g')))
      counts.set(singular(m[0]), (counts.get(singular(m[0])) ?? 0) + 1)
  return counts
}
