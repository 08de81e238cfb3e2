import type { Cell, Grid } from './cells'
import { type Area, bottom, holds, overlap, right, shared } from './ink'
import type { Phrase } from './lines'
import { GROUND, type Rule } from './rules'
import { type Scene, phrasesIn, roomAbove } from './scene'

/** Something that looks like a place to write, before its words are read. */
export interface Candidate extends Area {
  how:
    'underscores' | 'dots' | 'dashes' | 'rule' | 'cell' | 'box' | 'tick' | 'comb' | 'brackets' | 'date' | 'form field'
  /** The level words beside it stand on: a baseline or a rule. */
  base: number
  size: number
  /** Words that are given by where it stands rather than by nearness. */
  inside?: string
  row?: string
  head?: string
  /** Its name in the file's own form. */
  named?: string
  widget?: Scene['ink']['widgets'][number]
  /** Part of a line of text, as against a place of its own. */
  inText?: boolean
  /** A caption below it, already told apart. */
  caption?: Phrase
  /** Written in columns of one grid. */
  grid?: Grid
}

const lastWords = /[\p{L}\p{N}]/u
const labelLike = (text: string): boolean => text.length <= 70 && text.split(/\s+/).length <= 9 && lastWords.test(text)

/** Whether words end as a question to be filled in does. */
export const asks = (text: string): boolean => /[:?]\s*$/.test(text)

/** Runs of characters, with leaders (dots that lead to a number) left out. */
export function fillerCandidates(s: Scene): Candidate[] {
  const ends = new Map<number, number>()
  const trailing = (i: number, line: Scene['lines'][number]) => line.parts.slice(i + 1)
  const isLeader = (f: Scene['fillers'][number]): boolean => {
    if (f.kind !== 'dots' && f.kind !== 'dashes') return false
    const after = trailing(f.index, f.line)
    if (after.length !== 1 || after[0]!.is !== 'phrase' || f.index === 0) return false
    const text = after[0]!.text.trim()
    return /^[£$€]?\s?\(?\d[\d.,]*\s?[%€£$]?\)?$|^[ivxlc]{1,6}$|^(p\.|page|seite|s\.)\s?\d+$/i.test(text)
  }
  for (const f of s.fillers) if (isLeader(f)) ends.set(f.line.base, right(f.line.parts.at(-1)!))
  // Leaders come in rows whose ends line up; then a word at the end is led to as well.
  const ledTo = (f: Scene['fillers'][number]): boolean => {
    if (isLeader(f)) return true
    if (f.kind !== 'dots') return false
    const after = trailing(f.index, f.line)
    if (after.length !== 1 || after[0]!.is !== 'phrase' || f.index === 0 || ends.size < 2) return false
    return [...ends.values()].filter((e) => Math.abs(e - right(after[0]!)) < 3).length >= 2
  }
  return s.fillers.flatMap((f): Candidate[] => {
    if (ledTo(f)) return []
    if (f.kind === 'box' || f.kind === 'ring') {
      const size = Math.min(f.size, Math.max(f.w, 5))
      return [{ how: 'tick', x: f.x, y: f.base - 0.76 * f.size, w: size, h: 0.86 * f.size, base: f.base, size: f.size }]
    }
    if (f.kind === 'brackets' && f.w < 3.2 * f.size)
      return [{ how: 'tick', x: f.x, y: f.base - 0.8 * f.size, w: f.w, h: f.size, base: f.base, size: f.size }]
    const alone = f.line.parts.length === 1
    const how =
      f.kind === 'underscore' ? 'underscores' : f.kind === 'dots' ? 'dots' : f.kind === 'dashes' ? 'dashes' : f.kind
    if (
      how === 'dashes' &&
      !f.line.parts.slice(0, f.index).some((p) => p.is === 'phrase') &&
      f.w > 0.8 * (s.right - s.left)
    )
      return []
    const room = roomAbove(s, f.x, right(f), f.base - 0.2 * f.size)
    const h = alone ? Math.max(0.95 * f.size, Math.min(1.7 * f.size, room - 1)) : 0.95 * f.size
    const low = f.base + 0.22 * f.size
    return [
      {
        how,
        x: f.x,
        w: f.w,
        y: low - h - 0.1 * f.size,
        h: h + 0.1 * f.size,
        base: f.base,
        size: f.size,
        inText: !alone,
      },
    ]
  })
}

const near = (a: number, b: number, by = 2.4) => Math.abs(a - b) <= by

/** Whether a rule is an edge of an opening of some grid. */
const isBorder = (s: Scene, r: Rule): boolean =>
  s.grids.some(
    (g) =>
      r.y >= g.y - 3 &&
      r.y <= bottom(g) + 3 &&
      g.cells.some(
        (c) =>
          (near(c.y, r.y) || near(bottom(c), r.y)) &&
          shared(c.x, right(c), r.x1, r.x2) > 0.5 * Math.min(c.w, r.x2 - r.x1),
      ),
  )

interface Line extends Rule {
  /** Where writing begins: after words that stand on the rule. */
  from: number
  label?: Phrase
}

/** Rules that could be written on, each with the words that stand on it. */
function writingRules(s: Scene, used: ReadonlySet<Rule>): Line[] {
  const wide = Math.max(60, s.right - s.left)
  return s.rules.level.flatMap((r): Line[] => {
    if (used.has(r) || r.thick > 2.6 || isBorder(s, r)) return []
    const w = r.x2 - r.x1
    // An axis, or a corner of something drawn.
    if (
      s.rules.uprightBorders.some(
        (u) => u.x2 - u.x1 > 24 && (near(u.y, r.x1) || near(u.y, r.x2)) && r.y > u.x1 - 2 && r.y < u.x2 + 2,
      )
    )
      return []
    const struck = s.phrases.some(
      (p) =>
        shared(p.x, right(p), r.x1, r.x2) > 0.5 * Math.min(p.w, w) &&
        r.y < p.base - 0.1 * p.size &&
        r.y > p.base - 0.66 * p.size,
    )
    if (struck) return []
    const on = s.phrases
      .filter(
        (p) =>
          p.base <= r.y + 1.2 && p.base > r.y - Math.max(3.4, 0.34 * p.size) && shared(p.x, right(p), r.x1, r.x2) > 1,
      )
      .sort((a, b) => a.x - b.x)
    const cover = on.reduce((sum, p) => sum + shared(p.x, right(p), r.x1, r.x2), 0)
    const first = on[0]
    if (on.length) {
      const title = first!.bold || first!.size > 1.12 * s.body
      const lead = on.length === 1 && near(first!.x, r.x1, 8) && right(first!) < r.x2 - 40
      if (!lead || cover > 0.6 * w || (title && !asks(first!.text)) || first!.text.length > 60) return []
      return [{ ...r, from: right(first!) + 3, label: first }]
    }
    // Words high above the rule but still in its row: a form ruled row by row.
    const row = s.phrases.filter(
      (p) => p.base <= r.y - 3 && p.base > r.y - 1.35 * p.size && shared(p.x, right(p), r.x1, r.x2) > 1,
    )
    if (row.length && w > 0.5 * wide) {
      const lead = row.length === 1 && near(row[0]!.x, r.x1, 8) && right(row[0]!) < r.x1 + 0.5 * w
      const kin = s.rules.level.filter(
        (o) => o !== r && near(o.x1, r.x1) && near(o.x2, r.x2) && Math.abs(o.y - r.y) < 45,
      ).length
      const title = row[0]!.bold || row[0]!.size > 1.12 * s.body
      if (!lead || title || (!kin && !asks(row[0]!.text)) || !labelLike(row[0]!.text)) return []
      return [{ ...r, from: right(row[0]!) + 4, label: row[0]! }]
    }
    return [{ ...r, from: r.x1 }]
  })
}

/** Captions under a rule, from left to right. */
function captionsUnder(s: Scene, r: { x1: number; x2: number; y: number }): Phrase[] {
  const below = s.phrases.filter((p) => {
    const top = p.base - 0.74 * p.size
    const gap = top - r.y
    return (
      gap > -1.5 &&
      gap < Math.max(9, 1.05 * p.size) &&
      shared(p.x, right(p), r.x1, r.x2) > 0.55 * Math.min(p.w, r.x2 - r.x1)
    )
  })
  const firstBase = Math.min(...below.map((p) => p.base))
  return below.filter((p) => p.base - firstBase < 2).sort((a, b) => a.x - b.x)
}

/** Drawn rules to write on. `known` tells whether words name a kind of blank. */
export function ruleCandidates(s: Scene, known: (text: string) => boolean, used: ReadonlySet<Rule>): Candidate[] {
  const lines = writingRules(s, used)
  const out: Candidate[] = []
  for (const r of lines) {
    const w = r.x2 - r.from
    if (w < 12) continue
    const onLine = s.phrases.filter(
      (p) => p.base > r.y - 9 && p.base < r.y + 4 && (right(p) <= r.from + 4 || p.x >= r.x2 - 4),
    )
    const besides = onLine.some((p) => (right(p) <= r.from + 4 ? r.from - right(p) < 14 : p.x - r.x2 < 14))
    if (w < 24 && !(besides && onLine.length)) continue
    const captions = r.label ? [] : captionsUnder(s, r)
    // A row of a chart: only numbers under it.
    if (captions.length >= 3 && captions.every((c) => /^[\d.,%£$€ -]+$/.test(c.text))) continue
    const split =
      !besides && captions.length >= 2 && captions.filter((c) => known(c.text)).length * 2 >= captions.length && w > 150
        ? captions
        : null
    const room = roomAbove(s, r.from, r.x2, r.y)
    const h = Math.max(9, Math.min(26, room - 1.5))
    const make = (x1: number, x2: number, caption?: Phrase): void => {
      out.push({
        how: 'rule',
        x: x1,
        w: x2 - x1,
        y: r.y - h,
        h: h + 1,
        base: r.y - 1,
        size: s.body,
        row: r.label?.text,
        caption,
        inText:
          !r.label &&
          onLine.some((p) =>
            right(p) <= r.from + 4
              ? r.from - right(p) < 14 && p.text.split(/\s+/).length > 8
              : p.x - r.x2 < 14 && /^[\p{Ll},.(]/u.test(p.text),
          ),
      })
    }
    if (split) {
      const leftSet = near(split[0]!.x, r.x1, 6)
      split.forEach((c, i) => {
        const next = split[i + 1]
        const before = split[i - 1]
        const x1 = !before ? r.x1 : leftSet ? c.x : (right(before) + c.x) / 2
        const x2 = !next ? r.x2 : leftSet ? next.x - 8 : (right(c) + next.x) / 2
        make(x1, x2, c)
      })
    } else {
      const caption = captions.find((c) => c.w < 1.3 * w + 10)
      make(r.from, r.x2, caption)
    }
  }
  return out
}

/** How far down phrases reach. */
const lowest = (phrases: readonly Phrase[]): number => Math.max(...phrases.map((p) => p.base + 0.25 * p.size))

interface Content {
  phrases: Phrase[]
  text: string
}
const contentOf = (s: Scene, a: Area): Content => {
  const phrases = phrasesIn(s, { x: a.x + 0.5, y: a.y + 0.5, w: a.w - 1, h: a.h - 1 })
  return { phrases, text: phrases.map((p) => p.text).join(' ') }
}

/** Fills darker than ground, or pictures, that cover an area. */
const isInked = (s: Scene, a: Area): boolean =>
  s.shapes.some((f) => f.fill !== null && f.fill < GROUND && overlap(f, a) > 0.6 * a.w * a.h) ||
  s.ink.images.some((i) => overlap(i, a) > 0.5 * a.w * a.h && i.w * i.h < 0.6 * s.ink.width * s.ink.height)

const isTickSize = (a: Area): boolean =>
  a.w >= 4.5 && a.w <= 20 && a.h >= 4.5 && a.h <= 20 && a.w / a.h < 1.5 && a.h / a.w < 1.5

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
  for (const q of squares) {
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

/** Boxes that stand alone: empty ones, and ones with a label in a corner and room to write. */
export function boxCandidates(s: Scene, known: (text: string) => boolean): Candidate[] {
  const out: Candidate[] = []
  const page = s.ink.width * s.ink.height
  for (const g of s.grids) {
    if (g.cells.length !== 1) continue
    const c = g.cells[0]!
    if (isTickSize(c) || c.w < 22 || c.h < 9 || c.w * c.h > 0.4 * page || isInked(s, c)) continue
    const { phrases, text } = contentOf(s, c)
    const inner = { base: bottom(c) - Math.min(4, c.h * 0.25), size: s.body }
    if (!phrases.length) {
      out.push({ how: 'box', x: c.x, y: c.y, w: c.w, h: c.h, ...inner })
      continue
    }
    const spare = labelled(c, phrases, text, known)
    if (spare) out.push({ how: 'box', ...spare, ...inner, inside: text })
  }
  return out
}

/** Room left in an opening that has only a label in it. */
function labelled(c: Area, phrases: readonly Phrase[], text: string, known: (text: string) => boolean): Area | null {
  if (!labelLike(text) || phrases.length > 2) return null
  if (!asks(text) && !known(text)) return null
  const low = lowest(phrases)
  const end = Math.max(...phrases.map(right))
  const first = phrases[0]!
  const below = bottom(c) - low
  const beside = right(c) - end
  if (below >= 13 && first.y - c.y < 0.5 * c.h) return { x: c.x, y: low + 1, w: c.w, h: below - 1 }
  if (beside >= 46 && end - c.x < 0.62 * c.w) return { x: end + 3, y: c.y, w: beside - 3, h: c.h }
  return null
}

/** Openings of tables: what is to be filled, told from heads, labels and what is filled. */
export function cellCandidates(
  s: Scene,
  known: (text: string) => boolean,
  yesNo: (text: string) => boolean,
  inner: readonly Area[],
): Candidate[] {
  const out: Candidate[] = []
  for (const g of s.grids) {
    if (g.cells.length < 2) continue
    const content = new Map<Cell, Content>(g.cells.map((c) => [c, contentOf(s, c)]))
    const textOf = (c: Cell) => content.get(c)!.text
    const isEmpty = (c: Cell) => !content.get(c)!.phrases.length
    const comb =
      g.rows === 1 && g.cells.length >= 3 && g.cells.every((c) => isEmpty(c) && c.w <= 28 && c.h <= 34 && c.w > 5)
    if (comb) {
      out.push({ how: 'comb', x: g.x, y: g.y, w: g.w, h: g.h, base: bottom(g) - 4, size: s.body })
      continue
    }
    const inColumn = (c: Cell, column: number) => column >= c.column && column < c.column + c.columns
    const heads = g.cells.filter((c) => c.row === 0 && !isEmpty(c))
    const headed = heads.length >= 2 && heads.length >= g.cells.filter((c) => c.row === 0).length - 1 && g.rows >= 2
    const writes = (c: Cell) =>
      c.w >= 10 && c.h >= 9 && !isInked(s, c) && !inner.some((i) => holds(c, i.x + i.w / 2, i.y + i.h / 2))
    // Labels small in the corner of their openings, with room under them.
    const corner = (c: Cell) => {
      const { phrases } = content.get(c)!
      const low = lowest(phrases)
      return (
        c.h >= 25 &&
        phrases.length <= 2 &&
        bottom(c) - low >= 13 &&
        phrases[0]!.y - c.y < 0.35 * c.h &&
        low - c.y < 0.55 * c.h
      )
    }
    const full = g.cells.filter((c) => !isEmpty(c))
    const cornered =
      full.length >= 2 && full.filter(corner).length >= 0.7 * full.length && full.every((c) => textOf(c).length < 60)
    const labelCells = g.cells.filter((c) => !isEmpty(c) && labelLike(textOf(c)) && asks(textOf(c))).length
    for (const c of g.cells) {
      if (!writes(c)) continue
      const inner2 = { base: bottom(c) - Math.min(5, c.h * 0.28), size: s.body, grid: g }
      const sameRow = g.cells.filter((o) => o.row <= c.row && o.row + o.rows > c.row)
      const leftCell = sameRow.filter((o) => o.column < c.column && !isEmpty(o)).sort((a, b) => b.column - a.column)[0]
      if (!isEmpty(c)) {
        // A label with room beside or under it, where no opening of its own follows.
        const next = sameRow.find((o) => o.column === c.column + c.columns)
        const under = g.cells.some((o) => o.row === c.row + c.rows && inColumn(o, c.column) && isEmpty(o))
        if (next && isEmpty(next) && writes(next)) continue
        if (cornered && corner(c)) {
          const low = lowest(content.get(c)!.phrases)
          out.push({ how: 'cell', x: c.x, y: low + 1, w: c.w, h: bottom(c) - low - 1, ...inner2, inside: textOf(c) })
          continue
        }
        if (headed && c.row === 0) continue
        if (under && !asks(textOf(c))) continue
        const spare = labelled(c, content.get(c)!.phrases, textOf(c), known)
        const neighbourly = labelCells >= 2 || g.cells.length <= 4 || asks(textOf(c))
        if (spare && neighbourly) out.push({ how: 'cell', ...spare, ...inner2, inside: textOf(c) })
        continue
      }
      const above = g.cells.filter((o) => o.row < c.row && inColumn(o, c.column) && !isEmpty(o))
      const head = headed ? above.find((o) => o.row === 0) : undefined
      const nextAbove = above.sort((a, b) => b.row - a.row)[0]
      const body = g.cells.filter((o) => o.row > 0 && o.column === c.column && o.columns === c.columns)
      const filled = body.filter((o) => !isEmpty(o) && labelLike(textOf(o)) && !asks(textOf(o)))
      if (head && filled.length / Math.max(1, body.length) >= 0.34) continue
      const rowText = leftCell && labelLike(textOf(leftCell)) ? textOf(leftCell) : undefined
      // A form has a label before or over its room; a table of facts with a hole in it doesn't ask for anything.
      if (!head && leftCell && !headed) {
        const others = g.cells.filter((o) => o.column === c.column && o.columns === c.columns && !isEmpty(o))
        if (others.length > 0.5 * g.rows && !others.some((o) => asks(textOf(o)))) continue
      }
      const over =
        !head && !leftCell && nextAbove && nextAbove.row === c.row - 1 && labelLike(textOf(nextAbove))
          ? textOf(nextAbove)
          : undefined
      const headText = head ? textOf(head) : over
      if (!headText && !rowText) {
        out.push({ how: 'cell', x: c.x, y: c.y, w: c.w, h: c.h, ...inner2 })
        continue
      }
      const tick = !!headText && yesNo(headText) && c.w < 90
      out.push({
        how: tick ? 'tick' : 'cell',
        x: c.x,
        y: c.y,
        w: c.w,
        h: c.h,
        ...inner2,
        row: rowText,
        head: headText,
      })
    }
  }
  return out
}

/** Tables ruled between their rows only: grids made from where the words of their head begin. */
export function ruledTables(s: Scene): { grids: Grid[]; used: Set<Rule> } {
  const used = new Set<Rule>()
  const grids: Grid[] = []
  const free = s.rules.level.filter((r) => r.x2 - r.x1 > 120 && !isBorder(s, r)).sort((a, b) => a.y - b.y)
  const taken = new Set<Rule>()
  for (const first of free) {
    if (taken.has(first)) continue
    const stack = [first]
    for (const r of free)
      if (
        r !== first &&
        near(r.x1, first.x1) &&
        near(r.x2, first.x2) &&
        r.y - stack.at(-1)!.y < 46 &&
        r.y - stack.at(-1)!.y > 9
      )
        stack.push(r)
    if (stack.length < 3) continue
    const rowOf = (i: number) =>
      phrasesIn(s, { x: first.x1, w: first.x2 - first.x1, y: stack[i]!.y, h: stack[i + 1]!.y - stack[i]!.y })
    let top = 0
    let head = rowOf(0)
    const over = phrasesIn(s, { x: first.x1 - 4, w: first.x2 - first.x1 + 8, y: first.y - 22, h: 22 })
    let headAbove = false
    if (head.length < 2 && over.length >= 2) {
      head = over
      headAbove = true
    }
    if (head.length < 2 || head.some((h) => h.text.length > 40)) continue
    // A caption hangs from the rule above it; a head stands on the one below.
    if (!headAbove) {
      const gapAbove = Math.min(...head.map((h) => h.base - 0.74 * h.size)) - first.y
      const gapBelow = stack[1]!.y - Math.max(...head.map((h) => h.base))
      if (gapAbove < 4 && gapBelow > 14) continue
      top = 1
    }
    const empty = stack.slice(top, -1).filter((_, k) => !rowOf(top + k).length || rowOf(top + k).length < head.length)
    if (!empty.length) continue
    head = [...head].sort((a, b) => a.x - b.x)
    const xs = [first.x1, ...head.slice(1).map((h) => h.x - 4), first.x2]
    const ys = headAbove ? [first.y - 20, ...stack.map((r) => r.y)] : stack.map((r) => r.y)
    const cells: Cell[] = []
    for (let row = 0; row + 1 < ys.length; row += 1)
      for (let column = 0; column + 1 < xs.length; column += 1)
        cells.push({
          row,
          column,
          rows: 1,
          columns: 1,
          x: xs[column]!,
          y: ys[row]!,
          w: xs[column + 1]! - xs[column]!,
          h: ys[row + 1]! - ys[row]!,
        })
    grids.push({
      x: xs[0]!,
      y: ys[0]!,
      w: xs.at(-1)! - xs[0]!,
      h: ys.at(-1)! - ys[0]!,
      rows: ys.length - 1,
      columns: xs.length - 1,
      cells,
    })
    for (const r of stack) {
      taken.add(r)
      used.add(r)
    }
  }
  return { grids, used }
}

/** The file's own form fields. */
export const widgetCandidates = (s: Scene): Candidate[] =>
  s.ink.widgets.map((w) => ({
    how: w.kind === 'check' || w.kind === 'radio' ? 'tick' : 'form field',
    x: w.x,
    y: w.y,
    w: w.w,
    h: w.h,
    base: bottom(w) - Math.min(4, w.h * 0.25),
    size: s.body,
    named: [w.label, w.name].filter(Boolean).join(' · '),
    widget: w,
  }))
