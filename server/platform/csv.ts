import Papa from 'papaparse'

/**
 * Cells that a spreadsheet would take for a formula, wherever in the cell a line of it begins like one; also those that
 * begin with white space or a line break, behind which one may hide.
 */
const FORMULA = /(^|[\r\n])[\s\u00a0\ufeff]*[=+\-@|%\t\r]/

/** Rows as CSV (RFC 4180) that spreadsheets open as the text it is: what looks like a formula gets an apostrophe before it. */
export function toCsv(rows: readonly (readonly (string | number)[])[]): string {
  const safe = rows.map((row) =>
    row.map((cell) => (typeof cell === 'string' && FORMULA.test(cell) ? `'${cell}` : cell)),
  )
  return `\uFEFF${Papa.unparse(safe, { newline: '\r\n' })}\r\n`
}
