/**
 * Cells that a spreadsheet would take for a formula, wherever in the cell a line of it begins like one; also those that
 * begin with white space or a line break, behind which one may hide.
 */
const FORMULA = /(^|[\r\n])[\s\u00a0\ufeff]*[=+\-@|%\t\r]/

/** A cell that a spreadsheet opens as the text it is: what looks like a formula gets an apostrophe before it. */
export const plainCell = (text: string): string => (FORMULA.test(text) ? `'${text}` : text)
/** What a cell said before {@link plainCell}. */
export const fromPlainCell = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell
