import type { Area } from './ink'
import type { Rule, Rules } from './rules'

/** One opening of a grid. `row` and `column` count from 0 within its grid. */
export interface Cell extends Area {
  row: number
  column: number
  rows: number
  columns: number
}
/** Borders that hang together, and the openings between them. */
export interface Grid extends Area {
  cells: Cell[]
  rows: number
  columns: number
}

const NEAR = 2.2

function clusters(values: readonly number[], near: number): number[] {
  const sorted = [...values].sort((a, b) => a - b)
  const out: number[][] = []
  for (const v of sorted) {
    const last = out.at(-1)
    if (last && v - last[0]! <= near) last.push(v)
    else out.push([v])
  }
  return out.map((c) => c.reduce((a, b) => a + b, 0) / c.length)
}

/** Puts borders that meet into groups (union by meeting points). */
function groups(levels: readonly Rule[], uprights: readonly Rule[]): { levels: Rule[]; uprights: Rule[] }[] {
  const parent = [...levels, ...uprights].map((_, i) => i)
  const find = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!
    return i
  }
  const order = uprights.map((u, k) => ({ u, k })).sort((a, b) => a.u.y - b.u.y)
  levels.forEach((l, i) => {
    for (const { u, k } of order) {
      if (u.y > l.x2 + NEAR) break
      if (u.y < l.x1 - NEAR) continue
      if (l.y >= u.x1 - NEAR && l.y <= u.x2 + NEAR) parent[find(i)] = find(levels.length + k)
    }
  })
  const byRoot = new Map<number, { levels: Rule[]; uprights: Rule[] }>()
  const group = (i: number) => {
    const root = find(i)
    const g = byRoot.get(root) ?? { levels: [], uprights: [] }
    byRoot.set(root, g)
    return g
  }
  levels.forEach((l, i) => group(i).levels.push(l))
  uprights.forEach((u, k) => group(levels.length + k).uprights.push(u))
  return [...byRoot.values()]
}

/** Whether borders at `at` cover the span from `a` to `b`. */
const covered = (borders: readonly Rule[], at: number, a: number, b: number): boolean => {
  let open = b - a
  for (const r of borders) if (Math.abs(r.y - at) <= NEAR) open -= Math.max(0, Math.min(r.x2, b) - Math.max(r.x1, a))
  return open <= Math.max(2, 0.2 * (b - a))
}

/** Whether something divides what lies between: a table, not the corner of a chart. */
const inner = (borders: readonly Rule[], from: number, to: number): boolean =>
  borders.some((b) => b.y > from + 5 && b.y < to - 5)

/** The grids of a page. Tables that are open at their sides are closed where their level borders end. */
export function gridsOf({ levelBorders, uprightBorders }: Rules): Grid[] {
  const out: Grid[] = []
  for (const g of groups(levelBorders, uprightBorders)) {
    if (g.levels.length < 2 || g.uprights.length < 1) continue
    const uprights = [...g.uprights]
    const left = Math.min(...g.levels.map((l) => l.x1))
    const end = Math.max(...g.levels.map((l) => l.x2))
    const top = Math.min(...g.levels.map((l) => l.y))
    const low = Math.max(...g.levels.map((l) => l.y))
    for (const [x, at] of [
      [left, 'x1'],
      [end, 'x2'],
    ] as const)
      if (
        inner(g.uprights, left, end) &&
        !uprights.some((u) => Math.abs(u.y - x) <= NEAR) &&
        g.levels.filter((l) => Math.abs(l[at] - x) <= NEAR).length >= 2
      )
        uprights.push({ x1: top, x2: low, y: x, thick: 0, pieces: 0 })
    const levels = [...g.levels]
    const first = Math.min(...uprights.map((u) => u.x1))
    const last = Math.max(...uprights.map((u) => u.x2))
    for (const [y, at] of [
      [first, 'x1'],
      [last, 'x2'],
    ] as const)
      if (
        inner(g.levels, first, last) &&
        !levels.some((l) => Math.abs(l.y - y) <= NEAR) &&
        uprights.filter((u) => Math.abs(u[at] - y) <= NEAR).length >= 2
      )
        levels.push({ x1: left, x2: end, y, thick: 0, pieces: 0 })
    const xs = clusters(
      uprights.map((u) => u.y),
      NEAR,
    )
    const ys = clusters(
      levels.map((l) => l.y),
      NEAR,
    )
    if (xs.length < 2 || ys.length < 2 || xs.length * ys.length > 6000) continue
    out.push(...openings(xs, ys, levels, uprights))
  }
  return out
}

const meet = (a: number, an: number, b: number, bn: number): boolean => a < b + bn && b < a + an
/** A box that merely touches others: no wall of its own goes on in them, as those of a table do, nor is it a bar on an axis. */
function standsAlone(c: Cell, all: readonly Cell[], levels: readonly Rule[], uprights: readonly Rule[]): boolean {
  const goesOn = (walls: readonly Rule[], at: number, from: number, to: number) =>
    walls.some((w) => Math.abs(w.y - at) <= 1.2 && w.x1 < from - 6 && w.x2 > to + 6)
  if (goesOn(levels, c.y + c.h, c.x, c.x + c.w) || goesOn(uprights, c.x, c.y, c.y + c.h)) return false
  return !all.some((o) => {
    if (o === c) return false
    const beside =
      meet(c.row, c.rows, o.row, o.rows) && (o.column + o.columns === c.column || c.column + c.columns === o.column)
    const overUnder =
      meet(c.column, c.columns, o.column, o.columns) && (o.row + o.rows === c.row || c.row + c.rows === o.row)
    return beside || (overUnder && (o.column === c.column || o.column + o.columns === c.column + c.columns))
  })
}

function openings(xs: number[], ys: number[], levels: readonly Rule[], uprights: readonly Rule[]): Grid[] {
  const columns = xs.length - 1
  const rows = ys.length - 1
  const owner = new Int32Array(rows * columns).fill(-1)
  const cells: Cell[] = []
  const key = (r: number, c: number) => r * columns + c
  const wallRight = (r: number, c: number) => covered(uprights, xs[c + 1]!, ys[r]!, ys[r + 1]!)
  const wallBelow = (r: number, c: number) => covered(levels, ys[r + 1]!, xs[c]!, xs[c + 1]!)
  for (let r = 0; r < rows; r += 1)
    for (let c = 0; c < columns; c += 1) {
      if (owner[key(r, c)]! >= 0) continue
      let wide = 1
      while (c + wide < columns && owner[key(r, c + wide)]! < 0 && !wallRight(r, c + wide - 1)) wide += 1
      let tall = 1
      const open = () => {
        for (let k = c; k < c + wide; k += 1) if (wallBelow(r + tall - 1, k)) return false
        return true
      }
      while (r + tall < rows && open()) tall += 1
      for (let i = r; i < r + tall; i += 1) for (let k = c; k < c + wide; k += 1) owner[key(i, k)] = cells.length
      const cell: Cell = {
        x: xs[c]!,
        y: ys[r]!,
        w: xs[c + wide]! - xs[c]!,
        h: ys[r + tall]! - ys[r]!,
        row: r,
        column: c,
        rows: tall,
        columns: wide,
      }
      const closed =
        covered(levels, cell.y, cell.x, cell.x + cell.w) &&
        covered(levels, cell.y + cell.h, cell.x, cell.x + cell.w) &&
        covered(uprights, cell.x, cell.y, cell.y + cell.h) &&
        covered(uprights, cell.x + cell.w, cell.y, cell.y + cell.h)
      if (closed) cells.push(cell)
      else {
        for (let i = r; i < r + tall; i += 1) for (let k = c; k < c + wide; k += 1) owner[key(i, k)] = 1e6
      }
    }
  if (!cells.length) return []
  const single = cells.filter((c) => standsAlone(c, cells, levels, uprights))
  const rest = cells.filter((c) => !single.includes(c))
  const alone = single.map((c): Grid => ({
    ...c,
    rows: 1,
    columns: 1,
    cells: [{ ...c, row: 0, column: 0, rows: 1, columns: 1 }],
  }))
  if (!rest.length) return alone
  return [
    ...alone,
    { x: xs[0]!, y: ys[0]!, w: xs.at(-1)! - xs[0]!, h: ys.at(-1)! - ys[0]!, cells: rest, rows, columns },
  ]
}
