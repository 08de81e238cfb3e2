import type { Block, MergedCells, TableRow } from './model'

/** A cell as it is shown: at which column it begins, and how many columns and rows it goes over. */
export interface ShownCell {
  content: Block[]
  column: number
  across: number
  down: number
}

const isEmpty = (list: readonly Block[] | undefined): boolean =>
  (list ?? []).every((b) => (b.t === 'paragraph' || b.t === 'heading') && b.content.length === 0)

/**
 * The cells of a table that are shown, row by row: those covered by a merged one are left out. A merge that would cover words,
 * another merge, or more than there is, is made smaller or isn't one: nothing that was written is hidden by it.
 */
export function shownCells({ columns, rows }: Pick<Extract<Block, { t: 'table' }>, 'columns' | 'rows'>): ShownCell[][] {
  const covered = rows.map(() => new Set<number>())
  return rows.map((row, r) =>
    row.cells.slice(0, columns.length).flatMap((content, column): ShownCell[] => {
      if (covered[r]!.has(column)) return []
      const merged = row.merged?.find((m) => m.cell === column)
      let across = Math.min(merged?.across ?? 1, columns.length - column)
      let down = Math.min(merged?.down ?? 1, rows.length - r)
      const free = (y: number, x: number) =>
        (y === r && x === column) || (!covered[y]!.has(x) && isEmpty(rows[y]!.cells[x]))
      const line = (y: number, wide: number) =>
        Array.from({ length: wide }, (_, i) => column + i).every((x) => free(y, x))
      while (across > 1 && !line(r, across)) across -= 1
      const most = Array.from({ length: down }, (_, i) => r + i).findIndex((y) => !line(y, across))
      if (most >= 0) down = most
      for (let y = r; y < r + down; y += 1) for (let x = column; x < column + across; x += 1) covered[y]!.add(x)
      return [{ content, column, across, down }]
    }),
  )
}

/**
 * Rows with a cell for each of `wide` columns from cells as HTML has them, where covered ones are left out (HTML Standard,
 * 4.9.12.1). Rows that are short are filled; cells beyond the last column are left out.
 */
export function rowsOfCells(
  rows: readonly (readonly Omit<ShownCell, 'column'>[])[],
  wide: number,
): Pick<TableRow, 'cells' | 'merged'>[] {
  const out = rows.map(() => ({ cells: Array.from({ length: wide }, (): Block[] => []), merged: [] as MergedCells[] }))
  const taken = rows.map(() => new Set<number>())
  rows.forEach((row, r) => {
    let column = 0
    for (const { content, across, down } of row) {
      while (taken[r]!.has(column)) column += 1
      if (column >= wide) break
      const a = Math.min(Math.max(1, across), wide - column)
      const d = Math.min(Math.max(1, down), rows.length - r)
      for (let y = r; y < r + d; y += 1) for (let x = column; x < column + a; x += 1) taken[y]!.add(x)
      out[r]!.cells[column] = content
      if (a > 1 || d > 1) out[r]!.merged.push({ cell: column, across: a, down: d })
      column += a
    }
  })
  return out.map(({ cells, merged }) => (merged.length ? { cells, merged } : { cells }))
}

/** How many columns cells as HTML has them need, those that reach down from rows above counted. */
export function columnsOfCells(rows: readonly (readonly { across: number; down: number }[])[]): number {
  const taken = rows.map(() => new Set<number>())
  let wide = 1
  rows.forEach((row, r) => {
    let column = 0
    for (const { across, down } of row) {
      while (taken[r]!.has(column)) column += 1
      for (let y = r; y < Math.min(r + down, rows.length); y += 1)
        for (let x = column; x < column + Math.min(across, 100); x += 1) taken[y]!.add(x)
      column += Math.min(across, 100)
    }
    wide = Math.max(wide, column)
  })
  return wide
}
