import { overlap, type Area, right, holds, bottom } from './ink'
import type { Phrase } from './lines'
import { type Scene, phrasesIn } from './scene'
import { GROUND } from './rules'
import { near, type Candidate, labelled, runsOn } from './candidate'

export interface Content {
  phrases: Phrase[]
  text: string
}

export const contentOf = (s: Scene, a: Area): Content => {
  const phrases = phrasesIn(s, { x: a.x + 0.5, y: a.y + 0.5, w: a.w - 1, h: a.h - 1 })
  return { phrases, text: phrases.map((p) => p.text).join(' ') }
}

/** Fills darker than ground, or pictures, that cover an area. */
export const isInked = (s: Scene, a: Area): boolean =>
  s.shapes.some((f) => f.fill !== null && f.fill < GROUND && overlap(f, a) > 0.6 * a.w * a.h) ||
  s.ink.images.some((i) => overlap(i, a) > 0.5 * a.w * a.h && i.w * i.h < 0.6 * s.ink.width * s.ink.height)
const isTickSize = (a: Area): boolean =>
  a.w >= 4.5 && a.w <= 20 && a.h >= 4.5 && a.h <= 20 && a.w / a.h < 1.5 && a.h / a.w < 1.5
/** Bars of a chart: three or more of one width on one level, of different heights. */
function barsOf(s: Scene): (a: Area) => boolean {
  const boxes: Area[] = [...s.shapes, ...s.grids.flatMap((g) => g.cells)]
  return (a) => {
    const row = boxes.filter((b) => near(bottom(b), bottom(a), 1.5) && near(b.w, a.w, 1.5))
    const heights = row.map((b) => b.h)
    return new Set(row.map((b) => Math.round(b.x / 4))).size >= 3 && Math.max(...heights) - Math.min(...heights) > 4
  }
}

/** Small squares and rings with nothing in them. */
export function tickCandidates(s: Scene): Candidate[] {
  const squares: Area[] = [
    ...s.grids.filter((g) => g.cells.length === 1).map((g) => g.cells[0]!),
    ...s.shapes.filter(
      (f) =>
        (f.kind === 'ring' || f.fill === null || f.fill > 0.9) &&
        (f.stroked || (f.fill !== null && f.fill < 0.995 && f.kind === 'rect')),
    ),
  ].filter(isTickSize)
  const seen: Area[] = []
  const isBar = barsOf(s)
  for (const q of squares) {
    if (isBar(q)) continue
    if (seen.some((o) => overlap(o, q) > 0.4 * Math.min(o.w * o.h, q.w * q.h))) continue
    const marked =
      s.phrases.some((p) => holds(q, p.x + p.w / 2, p.base - 0.32 * p.size)) ||
      s.shapes.some((f) => f.fill !== null && f.fill < 0.6 && overlap(f, q) > 0.12 * q.w * q.h) ||
      s.ink.strokes.some((k) => k.x1 > q.x + 0.8 && k.x2 < right(q) - 0.8 && k.y1 > q.y + 0.8 && k.y2 < bottom(q) - 0.8)
    if (!marked && !isInked(s, q)) seen.push(q)
  }
  return seen.map((q) => ({
    how: 'tick',
    x: q.x,
    y: q.y,
    w: q.w,
    h: q.h,
    base: q.y + q.h * 0.85,
    size: Math.max(q.h, s.body * 0.8),
  }))
}

/** Rows of single boxes, one character each, are one place; so are such boxes with strokes between them for a date. */
export function combsOf(ticks: Candidate[], s: Scene): { combs: Candidate[]; ticks: Candidate[] } {
  const rest = new Set(ticks)
  const combs: Candidate[] = []
  for (const first of [...ticks].sort((a, b) => a.y - b.y || a.x - b.x)) {
    if (!rest.has(first)) continue
    const row = [first]
    let separators = 0
    for (;;) {
      const last = row.at(-1)!
      const next = [...rest]
        .filter((t) => !row.includes(t) && near(t.y, last.y, 1.5) && near(t.h, last.h, 1.5) && t.x > last.x)
        .sort((a, b) => a.x - b.x)[0]
      if (!next) break
      const gap = next.x - right(last)
      const between = s.phrases.filter(
        (p) => p.x > last.x && right(p) < right(next) && p.base > last.y && p.base < bottom(last) + 3,
      )
      const separated = between.length === 1 && /^[/.\-–]$/.test(between[0]!.text.trim())
      if (gap > (separated ? 16 : 5.5) || (between.length && !separated)) break
      if (separated || gap > 2.6) separators += 1
      row.push(next)
    }
    if (row.length < 3) continue
    for (const t of row) rest.delete(t)
    const last = row.at(-1)!
    combs.push({
      how: separators && row.length >= 6 && row.length <= 8 ? 'date' : 'comb',
      x: first.x,
      y: first.y,
      w: right(last) - first.x,
      h: first.h,
      base: first.base,
      size: s.body,
    })
  }
  return { combs, ticks: ticks.filter((t) => rest.has(t)) }
}

/** The words of a sentence a box stands in: those that lead up to it, or go on behind it. */
const sentenceAt = (s: Scene, c: Area): Phrase | undefined =>
  s.phrases.find(
    (p) => p.base > c.y && p.base < bottom(c) + 4 && right(p) <= c.x + 2 && c.x - right(p) < 14 && runsOn(p.text),
  ) ??
  s.phrases.find(
    (p) =>
      p.base > c.y &&
      p.base < bottom(c) + 4 &&
      p.x >= right(c) - 2 &&
      p.x - right(c) < 14 &&
      /^[\p{Ll},.(“"]/u.test(p.text),
  )

/** Boxes that stand alone: empty ones, and ones with a label in a corner and room to write. */
export function boxCandidates(s: Scene, known: (text: string) => boolean): Candidate[] {
  const out: Candidate[] = []
  const page = s.ink.width * s.ink.height
  const isBar = barsOf(s)
  for (const g of s.grids) {
    if (g.cells.length !== 1) continue
    const c = g.cells[0]!
    if (isTickSize(c) || c.w < 22 || c.h < 9 || c.w * c.h > 0.4 * page || isBar(c) || isInked(s, c)) continue
    const { phrases, text } = contentOf(s, c)
    const inner = { base: bottom(c) - Math.min(4, c.h * 0.25), size: s.body }
    if (!phrases.length) {
      const words = sentenceAt(s, c)
      const base = words?.base ?? inner.base
      out.push({ how: 'box', x: c.x, y: c.y, w: c.w, h: c.h, ...inner, base, inText: !!words })
      continue
    }
    const spare = labelled(c, phrases, text, known)
    if (spare) out.push({ how: 'box', ...spare, ...inner, inside: text })
  }
  return out
}
