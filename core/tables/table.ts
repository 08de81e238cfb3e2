import { fromPlainCell } from '../text/spreadsheet'
import { overlong, overlongWords, readGrid } from './grid'

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

/** Whether text of two bytes a letter stands without its mark: every other byte of what begins it is nothing. */
function wide(bytes: Uint8Array): Encoding | null {
  const head = bytes.slice(0, 400)
  const nothing = (at: number) => head.filter((b, i) => i % 2 === at && b === 0).length
  if (head.length < 8 || !head.includes(0)) return null
  if (nothing(1) > 0.35 * head.length) return 'utf-16le'
  return nothing(0) > 0.35 * head.length ? 'utf-16be' : null
}

/** How bytes are likely encoded: by their mark, by what UTF-8 allows, else as Windows in the west writes. */
export function encodingOf(bytes: Uint8Array): Encoding {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le'
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be'
  const two = wide(bytes)
  if (two) return two
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes)
    return 'utf-8'
  } catch {
    return 'windows-1252'
  }
}

/** The text of a file, without its mark of the byte order; nor with one of UTF-8 before what isn’t, which some programs write. */
export const textOf = (bytes: Uint8Array, encoding: Encoding): string => {
  const marked = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf
  return new TextDecoder(encoding).decode(marked ? bytes.subarray(3) : bytes).replace(/^\uFEFF/, '')
}

/** Reads a table (RFC 4180) whose first row names its columns; `of` says in the plural what its rows are. Throws with what is wrong, and on which line. */
export function readTable(text: string, encoding: Encoding, of: string): Table {
  const { heads, rows } = readGrid(text, MOST_ROWS)
  if (!heads.length || rows.length === 0)
    throw new Error(`There are no ${of} in this file. Its first line names the columns, then comes one line for each.`)
  if (rows.length > MOST_ROWS)
    throw new Error(`There are more than ${MOST_ROWS.toLocaleString('en')} ${of} in this file. Bring it in in parts.`)
  const long = rows.find((r) => overlong(r, heads.length))
  if (long) throw new Error(overlongWords(long, heads.length))
  return { of: 'csv', encoding, heads: heads.map((h) => h.slice(0, 100)), rows: rows.map((r) => r.cells) }
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
