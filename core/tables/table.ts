import Papa from 'papaparse'
import { fromPlainCell } from '../text/spreadsheet'

/** Encodings spreadsheets and phones write, as the Encoding Standard names them. */
export const encodings = [
  'utf-8',
  'utf-16le',
  'utf-16be',
  'windows-1252',
  'windows-1250',
  'iso-8859-15',
  'macintosh',
] as const
export type Encoding = (typeof encodings)[number]

/** A table as it was read: its heads, and its rows below them. */
export interface Table {
  of: 'csv'
  encoding: Encoding
  heads: string[]
  rows: string[][]
}
/** The most rows one file may have. */
export const MOST_ROWS = 20_000

/** How bytes are likely encoded: by their mark, by what UTF-8 allows, else as Windows in the west writes. */
export function encodingOf(bytes: Uint8Array): Encoding {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le'
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be'
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes)
    return 'utf-8'
  } catch {
    return 'windows-1252'
  }
}

/** The text of a file, without its mark of the byte order. */
export const textOf = (bytes: Uint8Array, encoding: Encoding): string =>
  new TextDecoder(encoding).decode(bytes).replace(/^\uFEFF/, '')

/** Reads a table (RFC 4180) whose first row names its columns; `of` says in the plural what its rows are. Throws with what is wrong. */
export function readTable(text: string, encoding: Encoding, of: string): Table {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', preview: MOST_ROWS + 2 })
  const [heads, ...rows] = data
  if (!heads || rows.length === 0)
    throw new Error(`There are no ${of} in this file. Its first line names the columns, then comes one line for each.`)
  if (heads.length > 100)
    throw new Error(`This table has more than 100 columns. Leave out those that say nothing of ${of}.`)
  if (rows.length > MOST_ROWS)
    throw new Error(`There are more than ${MOST_ROWS.toLocaleString('en')} ${of} in this file. Bring it in in parts.`)
  return { of: 'csv', encoding, heads: heads.map((h) => h.trim().slice(0, 100)), rows }
}

/** What columns may be called, by what they stand for; whoever is named first is asked first. */
export type Names<M extends string> = readonly (readonly [M, readonly string[]])[]

/** What each column likely stands for; nothing stands for the same twice. */
export function guessColumns<M extends string>(heads: readonly string[], names: Names<M>): (M | 'nothing')[] {
  const taken = new Set<string>()
  return heads.map((head) => {
    const called = head.trim().toLowerCase()
    const means = names.find(([m, words]) => !taken.has(m) && words.includes(called))?.[0] ?? 'nothing'
    taken.add(means)
    return means
  })
}

/** What a row says of something, its columns being what `means` has: several of the same are joined. */
export const cellsOf =
  <M extends string>(row: readonly string[], means: readonly (M | 'nothing')[]) =>
  (of: M): string =>
    means
      .flatMap((m, i) => (m === of ? [fromPlainCell(row[i] ?? '').trim()] : []))
      .filter(Boolean)
      .join(' ')
