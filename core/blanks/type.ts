import { confidenceOf } from './confidence'
import { type Seen, inBrackets } from './found'
import { namesRole, type BlankType, typeNamed } from './judge'
import type { Scene } from './scene'
import { ownRoles, spans, columns, unknownRoles, roleRows, partyOf, bareRole } from './party'
import { headingsOf } from './labels'
import { plainText, type WordList } from './words'

export function typeOf(c: Seen, lists: readonly WordList[]): BlankType {
  if (c.widget) {
    if (c.widget.kind === 'signature') return 'signature'
    if (c.widget.kind === 'check' || c.widget.kind === 'radio') return 'checkbox'
  }
  if (c.how === 'tick') {
    const named = c.head ? typeNamed(c.head, lists) : null
    return named === 'initials' ? 'initials' : 'checkbox'
  }
  if (c.how === 'date') return 'date'
  if (/^x$/i.test(c.beside.left.trim()) && c.beside.leftGap < 16) return 'signature'
  const b = c.beside
  // What follows in the sentence can say more than what leads up to it.
  const next = plainText(b.right)
  if (c.inText && b.rightGap < 16 && /^(day|tag|jour|dia|d[ei]a) (of|de|du)\b/.test(next)) return 'date'
  if (
    c.inText &&
    b.leftGap < 16 &&
    /\b(day of|this|20|tag des|jour de)$/.test(plainText(b.left)) &&
    /^(day of|,? ?20|19|\d{4})?/.test(next) &&
    /\b(day of|20)$/.test(plainText(b.left))
  )
    return 'date'
  const hint =
    (b.rightLeads ? '' : inBrackets(b.right)) ||
    (c.where !== 'over' &&
    b.belowGap < 12 &&
    /^\s*\(/.test(b.below) &&
    (!c.inText || (b.belowPhrase?.size ?? 0) < 0.93 * c.size)
      ? b.below
      : '')
  const byHint = hint ? typeNamed(hint, lists) : null
  if (byHint) return byHint
  if (c.head && c.row && c.head !== c.row) {
    const byHead = typeNamed(c.head, lists)
    if (byHead) return byHead
    return typeNamed(c.row, lists) ?? 'text'
  }
  // `by` alone is where one signs; in a sentence it is a day, or who.
  const byLabel = c.inText && /^by$/i.test(c.label.trim()) ? null : typeNamed(c.label, lists)
  if (byLabel) return byLabel
  if (c.how === 'cell' && c.where === 'before' && typeNamed(b.above, lists) === 'initials') return 'initials'
  const sentence = plainText(b.sentence)
  if (c.inText && c.w < 16 * c.size && lists.some((l) => l.dateAhead.test(sentence.split(' ').slice(-12).join(' '))))
    return 'date'
  if (c.named) {
    const byName = typeNamed(c.named.replace(/([a-z])([A-Z])/g, '$1 $2').replace(/[_.\-[\]\d]+/g, ' '), lists)
    if (byName) return byName
  }
  // `sells to the Buyer, ____`
  if (c.inText && /,$/.test(b.left.trim()) && b.leftGap < 16 && namesRole(b.left.trim().split(/\s+/).at(-1)!, lists))
    return 'name'
  // `I, ____, of` and `between ____ (the hirer)` want a name.
  const left = plainText(b.left)
  if (c.inText && b.leftGap < 16) {
    if (lists.some((l) => l.person.test(left.split(' ').slice(-4).join(' ')))) return 'name'
  }
  if (c.inText) {
    const role =
      inBrackets(b.right) ||
      (/^[,\s]*(hereinafter|the|der|die|le|la|el)\b/.test(next) && b.rightGap < 16 ? b.right.slice(0, 40) : '')
    if (role && b.rightGap < 16 && namesRole(role, lists) && !/\b(of|in|at|on|von|de)$/.test(left)) return 'name'
  }
  const own = plainText(c.label)
  // A bare role: `Tenant`, `The hirer`.
  if (bareRole(own, lists)) return 'name'
  return 'text'
}

export function judge(s: Scene, seen: Seen[], lists: readonly WordList[], main: string): void {
  const ownWords = ownRoles(s)
  const blockWords = (text: string) => {
    const plain = plainText(text)
    return lists.some((l) => l.block.test(plain)) && namesRole(text, lists) && text.split(/\s+/).length <= 14
  }
  const labels = new Set(seen.filter((c) => c.where === 'under').map((c) => c.label))
  const headings = headingsOf(s, seen, blockWords).filter(
    (h) => (h.strong || namesRole(h.text, lists)) && !(labels.has(h.text) && !namesRole(h.text, lists)),
  )
  for (const c of seen) c.type = typeOf(c, lists)
  spans(seen)
  columns(seen)
  const signed = unknownRoles(seen, lists)
  roleRows(seen, lists)
  for (const c of seen) {
    const { party, by } = signed.has(c)
      ? { party: signed.get(c)!, by: 'own' as const }
      : partyOf(s, c, seen, headings, lists, ownWords, main)
    c.party = party
    c.by = by
    c.confidence = confidenceOf(s, c, lists, seen)
  }
  for (const c of seen)
    if (c.continues) {
      c.party = c.continues.party
      c.type = c.continues.type === 'signature' ? 'text' : c.continues.type === 'checkbox' ? 'text' : c.continues.type
      if (c.type === 'date' || c.type === 'initials') c.type = 'text'
      c.confidence = Math.min(0.8, c.continues.confidence)
    }
}
