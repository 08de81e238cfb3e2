import Papa from 'papaparse'

/** The most columns a table may have. */
export const MOST_COLUMNS = 100
/** A row of a table, and the line of the file it begins on, the first being 1. */
export interface GridRow {
  line: number
  cells: string[]
}
/** A table as it stands in a file: its first row names the columns. */
export interface Grid {
  heads: string[]
  rows: GridRow[]
}

/** Where a quotation mark that is never closed was opened, as a line from 1; null where all are. A mark within a bare cell is a letter. */
function openQuote(text: string, by: string): number | null {
  let [line, opened, within, starts] = [1, 0, false, true]
  for (let i = 0; i < text.length; i += 1) {
    const ch = text[i]!
    if (ch === '\n') line += 1
    if (within) {
      if (ch !== '"') continue
      if (text[i + 1] === '"') i += 1
      else within = false
    } else if (ch === '"' && starts) {
      within = true
      opened = line
    }
    starts = !within && (ch === by || ch === '\n')
  }
  return within ? opened : null
}

/** What tells the cells of a table apart: whatever its first line with anything on it has most of outside its quotes; and how many cells that makes. */
function delimiterOf(text: string): [by: string, cells: number] {
  const bare = text.trimStart().replace(/"[^"]*"/g, '')
  const end = bare.indexOf('\n')
  const first = end < 0 ? bare : bare.slice(0, end)
  const counts = [',', ';', '\t', '|'].map((by): [string, number] => [by, first.split(by).length])
  return counts.reduce((best, c) => (c[1] > best[1] ? c : best))
}

/**
 * Reads a table (RFC 4180): cells told apart by comma, semicolon, tab or bar; any kind of line end, a carriage return alone
 * among them; empty lines left out. Reads no more than `most` rows and one. Throws with what is wrong and the line it is on.
 */
export function readGrid(given: string, most: number): Grid {
  // Quotes and cells are counted by the same line ends everywhere.
  const text = given.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n')
  const [by, columns] = delimiterOf(text)
  // Told before it is parsed: a line of a hundred thousand cells is work for nothing.
  if (columns > 10 * MOST_COLUMNS)
    throw new Error(
      `The first line names ${columns.toLocaleString('en')} columns; a table has ${MOST_COLUMNS} at most.`,
    )
  const { data } = Papa.parse<string[]>(text, { newline: '\n', delimiter: by, preview: 2 * most + 2 })
  const open = openQuote(text, by)
  if (open !== null)
    throw new Error(`Line ${open}: a quotation mark is opened there and never closed. Close it, or take it out.`)
  const rows: GridRow[] = []
  let line = 1
  for (const cells of data) {
    if (cells.some((c) => c.trim())) rows.push({ line, cells })
    line += 1 + cells.reduce((n, c) => n + (c.match(/\n/g)?.length ?? 0), 0)
    if (rows.length > most + 1) break
  }
  const [head, ...rest] = rows
  const heads = (head?.cells ?? []).map((h) => h.trim())
  if (heads.length > MOST_COLUMNS)
    throw new Error(`The first line names ${heads.length} columns; a table has ${MOST_COLUMNS} at most.`)
  return { heads, rows: rest }
}

/** Whether a row has more in it than there are columns. */
export const overlong = ({ cells }: GridRow, columns: number): boolean => cells.slice(columns).some((c) => c.trim())
/** Words for a row with more in it than there are columns. */
export const overlongWords = ({ line, cells }: GridRow, heads: number): string =>
  `Line ${line} has ${cells.length} cells, but only ${heads} columns are named in the first line. A cell with a comma in it has to stand in quotation marks.`
