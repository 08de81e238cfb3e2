import type { Block } from './model'
import { walkInlines, wordsOfInlines } from './walk'

type Table = Extract<Block, { t: 'table' }>

/** The most letters of a label beside or above an empty cell. */
const LABEL = 60
const words = (cell: readonly Block[] | undefined): string => wordsOfInlines([...walkInlines(cell ?? [])]).trim()
/** An amount, a number or a time: what a table tells, not what it asks for. */
const FIGURE = /^[\s€£$%+-]*\d[\d.,:\s/–-]*[\s€£$%]*(am|pm|h|uhr)?$/i
const isLabel = (text: string): boolean => text.length > 0 && text.length <= LABEL && !FIGURE.test(text)

/** Which cells of a table are left empty to be filled, and by which words. */
export interface ToFill {
  /** What an empty cell is for; null where it isn’t one to fill. */
  of(row: number, cell: number): string | null
  columnOf(cell: number): string
  /** The words before a cell in its row. */
  rowOf(row: number, cell: number): string
}

/**
 * The cells of a table that are to be filled: those of a column that has a head and nothing else, and those beside a label
 * where most labels of that column have nothing beside them. Empty cells among filled ones are as they are meant.
 */
export function toFill(b: Table): ToFill {
  const text = b.rows.map((r) => r.cells.map(words))
  const covered = new Set(
    b.rows.flatMap((row, r) =>
      (row.merged ?? []).flatMap((m) =>
        Array.from({ length: m.down }, (_, y) =>
          Array.from({ length: m.across }, (_, x) => (x || y ? [`${r + y}:${m.cell + x}`] : [])),
        ).flat(2),
      ),
    ),
  )
  const empty = (r: number, c: number) => text[r]?.[c] === '' && !covered.has(`${r}:${c}`)
  const heads = b.head.map((h) => wordsOfInlines(h).trim())
  const body = text.map((_, r) => r)
  // A first row in which every cell says something, over rows that don't, is a head.
  const headed =
    heads.some(Boolean) ||
    (text.length > 1 && text[0]!.length > 1 && text[0]!.every(isLabel) && text[1]!.some((t) => !t))
  const head = heads.some(Boolean) ? heads : headed ? text[0]! : []
  const rows = heads.some(Boolean) || !headed ? body : body.slice(1)
  const found = new Map<string, string>()
  for (let c = 0; c < b.columns.length; c += 1) {
    const open = rows.filter((r) => empty(r, c))
    if (!open.length) continue
    const own = head[c] ?? ''
    if (own && isLabel(own)) {
      if (open.length !== rows.filter((r) => !covered.has(`${r}:${c}`)).length) continue
      for (const r of open) {
        const side = c > 0 && isLabel(text[r]![0]!) ? text[r]![0]! : ''
        found.set(`${r}:${c}`, [own, side].filter(Boolean).join(', '))
      }
      continue
    }
    if (head.length) continue
    const beside = rows.filter((r) => c > 0 && isLabel(text[r]![c - 1]!))
    const blank = beside.filter((r) => empty(r, c))
    if (blank.length * 2 >= beside.length) for (const r of blank) found.set(`${r}:${c}`, text[r]![c - 1]!)
  }
  return {
    of: (r, c) => found.get(`${r}:${c}`) ?? null,
    columnOf: (c) => head[c] ?? '',
    rowOf: (r, c) => text[r]?.slice(0, c).findLast(isLabel) ?? '',
  }
}

/** Empty cells that are to be filled get a place for what fills them: a line without words. */
export const withPlaces = (b: Block): Block => {
  if (b.t !== 'table') return b
  const labels = toFill(b)
  return {
    ...b,
    rows: b.rows.map((row, r) => ({
      ...row,
      cells: row.cells.map((cell, c) =>
        labels.of(r, c) !== null && !cell.some((x) => x.t === 'paragraph' && x.content.length)
          ? [{ t: 'paragraph' as const, content: [{ t: 'text' as const, text: '' }] }]
          : cell,
      ),
    })),
  }
}
