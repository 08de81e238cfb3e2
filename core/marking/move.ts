import { plainText } from '../blanks/words/index'
import { within } from './arrange'
import type { Mark, Place, Strike } from './model'
import type { PageText, TextPiece } from './text'

export interface Moved {
  marks: Mark[]
  strikes: Strike[]
  /** What found no place in the new edition. */
  unplaced: Mark[]
  /** Struck words that are not in the new edition. */
  gone: Strike[]
}

interface Word extends TextPiece {
  page: number
  key: string
}
const wordsOf = (pages: readonly PageText[]): Word[] =>
  pages.flatMap((p) =>
    p.pieces.map((w) => ({
      ...w,
      page: p.page,
      key: plainText(w.text)
        .replace(/[^\p{L}\p{N}]+/gu, ' ')
        .trim(),
    })),
  )

const distance = (a: Place, w: Word): number => {
  const dx = Math.max(0, w.x - (a.x + a.w), a.x - (w.x + w.w))
  const dy = Math.max(0, w.y - (a.y + a.h), a.y - (w.y + w.h))
  return dx + 1.6 * dy
}

/** How alike two phrases are, by their words (Dice). */
function alike(a: string, b: string): number {
  if (a === b) return 1
  const x = a.split(' ')
  const y = b.split(' ')
  const common = x.filter((w) => y.includes(w)).length
  return (2 * common) / (x.length + y.length)
}

/**
 * Moves marks to a new edition of the file under them: each is held by the phrases nearest to it, and goes where most of
 * those went, as far from them as it was. A mark whose words are gone, or that stands beside none, has no place.
 */
export function moveMarks(
  marks: readonly Mark[],
  strikes: readonly Strike[],
  before: readonly PageText[],
  after: readonly PageText[],
): Moved {
  const old = wordsOf(before).filter((w) => w.key.length > 1)
  const fresh = wordsOf(after).filter((w) => w.key.length > 1)
  const nth = (list: readonly Word[]) => {
    const seen = new Map<string, number>()
    return new Map(
      list.map((w) => {
        const n = seen.get(w.key) ?? 0
        seen.set(w.key, n + 1)
        return [w, n]
      }),
    )
  }
  const oldNth = nth(old)
  const byKey = new Map<string, Word[]>()
  for (const w of fresh) byKey.set(w.key, [...(byKey.get(w.key) ?? []), w])
  const target = (w: Word): { to: Word; sure: number } | null => {
    const same = byKey.get(w.key)
    if (same) {
      // The same phrase often stands for each party: take the one with the same count, else the nearest in order.
      const to = same[Math.min(oldNth.get(w)!, same.length - 1)]!
      return { to, sure: same.length === 1 ? 1 : 0.8 }
    }
    if (w.key.length < 6) return null
    const best = fresh.map((f) => ({ to: f, sure: alike(w.key, f.key) })).sort((a, b) => b.sure - a.sure)[0]
    return best && best.sure >= 0.6 ? { to: best.to, sure: best.sure * 0.7 } : null
  }
  const place = <T extends Place>(m: T): T | null => {
    const anchors = old
      .filter((w) => w.page === m.page)
      .map((w) => ({ w, d: distance(m, w) }))
      .sort((a, b) => a.d - b.d)
      .slice(0, 4)
    const votes = anchors.flatMap(({ w, d }) => {
      const t = target(w)
      // A mark belongs to what is nearest to it: words much further off don't place it when those are gone.
      return t && d <= 40 + 2 * anchors[0]!.d
        ? [{ page: t.to.page, dx: t.to.x - w.x, dy: t.to.y - w.y, weight: t.sure / (6 + d) }]
        : []
    })
    if (!votes.length) return null
    const score = (v: (typeof votes)[number]) =>
      votes.reduce(
        (n, o) => n + (o.page === v.page && Math.abs(o.dx - v.dx) < 40 && Math.abs(o.dy - v.dy) < 12 ? o.weight : 0),
        0,
      )
    const best = [...votes].sort((a, b) => score(b) - score(a))[0]!
    const page = after.find((p) => p.page === best.page)!
    return { ...m, page: best.page, ...within({ x: m.x + best.dx, y: m.y + best.dy, w: m.w, h: m.h }, page) }
  }
  const out: Moved = { marks: [], strikes: [], unplaced: [], gone: [] }
  for (const m of marks) {
    const to = place(m)
    if (to) out.marks.push(to)
    else if (m.state === 'settled') out.unplaced.push(m)
  }
  for (const s of strikes) {
    const there = fresh.some(
      (w) =>
        plainText(s.words).includes(w.text.toLowerCase().slice(0, 12)) ||
        w.key.includes(plainText(s.words).slice(0, 24)),
    )
    const to = there ? place(s) : null
    if (to) out.strikes.push(to)
    else out.gone.push(s)
  }
  return out
}

/** One page as it is taken over: which page it was before (0 for one from elsewhere), and how many quarters it is turned. */
export interface PageFrom {
  was: number
  turn: 0 | 90 | 180 | 270
}
/** Marks carried along when pages are put in another order, turned or taken out. `sizes` are the pages' before. */
export function followPages<T extends Place>(
  marks: readonly T[],
  pages: readonly PageFrom[],
  sizes: readonly { w: number; h: number }[],
): { kept: T[]; lost: T[] } {
  const kept: T[] = []
  const lost: T[] = []
  for (const m of marks) {
    const to = pages.findIndex((p) => p.was === m.page)
    if (to < 0) {
      lost.push(m)
      continue
    }
    const { w, h } = sizes[m.page - 1]!
    const { turn } = pages[to]!
    const at =
      turn === 90
        ? { x: h - m.y - m.h, y: m.x, w: m.h, h: m.w }
        : turn === 180
          ? { x: w - m.x - m.w, y: h - m.y - m.h, w: m.w, h: m.h }
          : turn === 270
            ? { x: m.y, y: w - m.x - m.w, w: m.h, h: m.w }
            : {}
    kept.push({ ...m, ...at, page: to + 1 })
  }
  return { kept, lost }
}
