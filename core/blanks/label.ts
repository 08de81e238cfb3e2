import { right, bottom, shared } from './ink'
import { type Seen, inBrackets, isLine, tail } from './found'
import { typeNamed, namesRole } from './judge'
import type { Scene } from './scene'
import type { WordList } from './words'
import type { Candidate } from './candidate'
import { wordsBeside, type Beside } from './labels'
import { labelsAbove, withoutBelow } from './sides'

/** Whether words under a place say what to write there, as a caption does. */
const isHint = (text: string, lists: readonly WordList[]): boolean =>
  text.length <= 64 &&
  text.split(/\s+/).length <= 9 &&
  (/^\s*[([]/.test(text) || typeNamed(text, lists) !== null || namesRole(text, lists))
/** A further line of an answer: under a line that ends where it ends, with nothing of its own between. */
function continued(s: Scene, c: Seen, seen: readonly Seen[]): Seen | undefined {
  if (!isLine(c) || c.row || c.caption) return undefined
  if (c.where === 'after' || c.where === 'over') return undefined
  const before = [...seen]
    .reverse()
    .find((p) => isLine(p) && Math.abs(right(p) - right(c)) < 40 && bottom(p) < bottom(c) - 8)
  if (!before) return undefined
  if (right(c) < right(before) - 12) return undefined
  const gap = bottom(c) - bottom(before)
  if (gap > 42 || c.x > before.x + 6) return undefined
  // Words between the two lines are a label of their own.
  const between = s.phrases.some(
    (p) =>
      p.base > bottom(before) + 1.5 &&
      p.base < bottom(c) - 2 &&
      shared(p.x, right(p), c.x, right(c)) > 0.3 * Math.min(p.w, c.w),
  )
  if (between) return undefined
  const first = before.continues ?? before
  if (first.beside.below && first.where === 'over') return undefined
  return first
}

function chooseLabel(c: Candidate, b: Beside, lists: readonly WordList[]): { text: string; where: string } {
  if (c.how === 'tick' && !c.head) {
    if (b.right && b.rightGap < 26) return { text: b.right, where: 'before' }
    if (b.left && b.leftGap < 26) return { text: tail(b.left), where: 'after' }
    if (c.named) return { text: c.named, where: 'named' }
    return b.above ? { text: b.above, where: 'under' } : { text: '', where: '' }
  }
  if (c.inside) return { text: c.inside, where: 'with a label in it,' }
  if (c.head || (c.row && c.how === 'cell')) {
    const text = c.row && c.head && c.row !== c.head ? `${c.row} – ${c.head}` : (c.head ?? c.row)!
    return { text, where: c.head ? 'under' : 'beside' }
  }
  if (c.row) return { text: c.row, where: 'after' }
  // A cross marks where to sign; who signs stands under the line.
  if (/^x$/i.test(b.left.trim()) && b.below && b.belowGap < 13) return { text: b.below, where: 'over' }
  if (c.how === 'cell' && b.right && b.rightGap < 26) return { text: b.right, where: 'before' }
  const after = b.rightGap < 16 && !b.rightLeads ? inBrackets(b.right) : ''
  const left = b.left && b.leftGap < (c.inText ? 40 : 130) ? tail(b.left) : ''
  if (c.inText && after && !left) return { text: after, where: 'before' }
  if (b.below && b.below.length <= 64 && (c.caption ? true : b.belowGap < 13)) {
    const close = b.belowGap < b.aboveGap - 3 || !b.above
    const captionLike = isHint(b.below, lists)
    if (!left && (close || captionLike) && (captionLike || !c.inText)) return { text: b.below, where: 'over' }
    if (left && captionLike && /^\s*[([]/.test(b.below) && (!c.inText || (b.belowPhrase?.size ?? 0) < 0.93 * c.size))
      return { text: `${left} ${b.below}`, where: 'after' }
    if (left && c.caption && captionLike && typeNamed(left, lists) === null && b.leftGap > 12)
      return { text: b.below, where: 'over' }
  }
  if (left) return { text: after ? `${left} (${after})` : left, where: 'after' }
  if (after) return { text: after, where: 'before' }
  if (c.named) return { text: c.named, where: 'named' }
  if (b.above) return { text: b.above, where: 'under' }
  if (b.right && b.rightGap < 14) return { text: b.right.split(/\s+/).slice(0, 6).join(' '), where: 'before' }
  return { text: '', where: '' }
}

const inRow = (a: Candidate, b: Candidate): boolean => Math.abs(bottom(a) - bottom(b)) < 4
/**
 * The place over one whose head is its head, too: lines in rows and columns under heads, without rules around them. One
 * answer of several lines has nothing beside it.
 */
function columnHead(c: Seen, seen: readonly Seen[]): Seen | undefined {
  if (!isLine(c) || c.row || c.inText || c.beside.left) return undefined
  const over = [...seen]
    .reverse()
    .find(
      (o) => isLine(o) && Math.abs(o.x - c.x) < 6 && Math.abs(right(o) - right(c)) < 12 && bottom(o) < bottom(c) - 8,
    )
  if (!over || over.where !== 'under' || bottom(c) - bottom(over) > 60 || over.beside.left) return undefined
  return seen.some((o) => o !== over && isLine(o) && inRow(o, over) && !o.beside.left && o.label) ? over : undefined
}

/** Gives every place its words: nearest first, captions before what is above, a further line its first line's. */
export function label(s: Scene, all: Candidate[], lists: readonly WordList[]): Seen[] {
  const seen: Seen[] = []
  const around = new Map(all.map((c) => [c, wordsBeside(s, c, all)]))
  const above = labelsAbove(all, around)
  for (const c of all) {
    const beside = above.has(c) ? withoutBelow(around.get(c)!) : around.get(c)!
    const { text, where } = chooseLabel(above.has(c) ? { ...c, caption: undefined } : c, beside, lists)
    const it: Seen = { ...c, beside, label: text, where, type: 'text', party: '', by: 'main', confidence: 0 }
    const head = columnHead(it, seen)
    if (head) Object.assign(it, { label: head.label, where: 'under', head: head.head })
    else it.continues = continued(s, it, seen)
    if (it.continues) {
      it.label = ''
      it.where = ''
    }
    seen.push(it)
  }
  return seen
}
