/**
 * Cells that a spreadsheet would take for a formula, wherever in the cell a line of it begins like one; also those that
 * begin with white space or a line break, behind which one may hide.
 */
const FORMULA = /(^|[\r\n])[\s\u00a0\ufeff]*[=+\-@|%\t\r]/

/** Whether a text looks like a formula, or like one that was written out with apostrophes before it. */
const opens = (text: string): boolean => FORMULA.test(text.replace(/^'+/, ''))

/** A cell that a spreadsheet opens as the text it is: what looks like a formula gets an apostrophe before it. */
export const plainCell = (text: string): string => (opens(text) ? `'${text}` : text)
/** What a cell said before {@link plainCell}. */
export const fromPlainCell = (cell: string): string =>
  cell.startsWith("'") && opens(cell.slice(1)) ? cell.slice(1) : cell
