import { isInked, contentOf, type Content } from './boxes'
import { lowest, labelLike, asks, near, isBorder, type Candidate, labelled } from './candidate'
import type { Grid, Cell } from './cells'
import { type Area, bottom, holds } from './ink'
import { type Scene, phrasesIn } from './scene'
import type { Rule } from './rules'

/** The rule of a running head or foot: in the margin, over or under all of the page but one line. */
const isFurniture = (s: Scene, r: Rule): boolean => {
  const beyond = (p: { base: number }) => (r.y > s.ink.height / 2 ? p.base > r.y : p.base < r.y)
  return (
    (r.y > 0.93 * s.ink.height || r.y < 0.07 * s.ink.height) &&
    r.x2 - r.x1 > 0.5 * (s.right - s.left) &&
    new Set(s.phrases.filter(beyond).map((p) => Math.round(p.base / 3))).size <= 1
  )
}

/** Tables ruled between their rows only: grids made from where the words of their head begin. */
export function ruledTables(s: Scene, known: (text: string) => boolean): { grids: Grid[]; used: Set<Rule> } {
  const used = new Set<Rule>()
  const grids: Grid[] = []
  const free = s.rules.level
    .filter((r) => r.x2 - r.x1 > 120 && !isBorder(s, r) && !isFurniture(s, r))
    .sort((a, b) => a.y - b.y)
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
    // Every row has all its words, and none of them asks: facts.
    const asked = phrasesIn(s, { x: first.x1, w: first.x2 - first.x1, y: first.y, h: stack.at(-1)!.y - first.y })
    const facts = !headAbove && !asked.some((p) => asks(p.text) || known(p.text))
    if (!empty.length && facts) for (const r of stack) used.add(r)
    if (!empty.length) continue
    // Most rows have most of their words: a table of facts with a hole here and there asks for nothing.
    const body = stack.slice(top, -1).map((_, k) => rowOf(top + k).length)
    if (body.length > 1 && body.filter((n) => n > head.length / 2).length * 2 >= body.length) {
      for (const r of stack) {
        taken.add(r)
        used.add(r)
      }
      continue
    }
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

/** One of the shaded rows of a table of facts: others stand over or under it, most of their cells are filled, and none asks. */
function isShadedRow(s: Scene, g: Grid, known: (text: string) => boolean): boolean {
  if (g.rows > 1) return false
  const kin = s.grids.filter(
    (o) => o.rows === 1 && o.cells.length === g.cells.length && near(o.x, g.x) && near(o.w, g.w),
  )
  const words = kin.flatMap((o) => o.cells.map((c) => contentOf(s, c).text))
  const full = words.filter(Boolean)
  return kin.length > 1 && full.length > words.length / 2 && !full.some((t) => asks(t) || known(t))
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
    if (isShadedRow(s, g, known)) continue
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
        c.h >= 20 &&
        phrases.length <= 2 &&
        bottom(c) - low >= 11 &&
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
        if (cornered && corner(c)) {
          const low = lowest(content.get(c)!.phrases)
          out.push({ how: 'cell', x: c.x, y: low + 1, w: c.w, h: bottom(c) - low - 1, ...inner2, inside: textOf(c) })
          continue
        }
        if (next && isEmpty(next) && writes(next)) continue
        if (headed && c.row === 0) continue
        if (under && !asks(textOf(c))) continue
        const spare = labelled(c, content.get(c)!.phrases, textOf(c), known)
        const neighbourly = labelCells >= 2 || g.cells.length <= 4 || asks(textOf(c))
        if (spare && neighbourly) out.push({ how: 'cell', ...spare, ...inner2, inside: textOf(c) })
        continue
      }
      // The corner between heads and row labels.
      if (headed && c.row === 0 && c.column === 0) continue
      // Each label has the room of its own opening: one without a label only fills up the row.
      if (cornered && leftCell && corner(leftCell)) continue
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
