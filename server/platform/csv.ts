import Papa from 'papaparse'
import { plainCell } from '../../core/text/spreadsheet'

/** Rows as CSV (RFC 4180) that spreadsheets open as the text it is: see {@link plainCell}. */
export function toCsv(rows: readonly (readonly (string | number)[])[]): string {
  const safe = rows.map((row) => row.map((cell) => (typeof cell === 'string' ? plainCell(cell) : cell)))
  return `\uFEFF${Papa.unparse(safe, { newline: '\r\n' })}\r\n`
}
