import Papa from 'papaparse'
import type { Minor } from '~~/core/money/money'
import { readAmount, readDecimal } from '~~/core/money/typed'
import type { PricedLine } from '~~/core/pricing/pricing'
import { newLine } from './newLine'

/** The most rows that are taken at once. */
const ROWS_MAX = 200

/**
 * Rows of a spreadsheet as priced lines: what, how many, each, in this order, with tabs between; how many may be missing. A
 * head is passed over. `left` are the rows whose numbers can't be read: they become no line. Null where it is no such rows:
 * one cell, or text.
 */
export function pastedLines(
  text: string,
  of: { currency: string; locale: string; taxRate: string; key: () => string },
): { lines: PricedLine[]; left: string[] } | null {
  if (!text.includes('\t')) return null
  const { data } = Papa.parse<string[]>(text.trim(), { delimiter: '\t', skipEmptyLines: 'greedy' })
  const lines: PricedLine[] = []
  const left: string[] = []
  data.slice(0, ROWS_MAX).forEach((row, n) => {
    const [what = '', ...cells] = row.map((c) => c.trim())
    const numbers = cells.filter(Boolean)
    const quantity = numbers.length > 1 ? readDecimal(numbers[0]!, of.locale) : { value: '1' }
    const each = readAmount(numbers[numbers.length > 1 ? 1 : 0] ?? '0', of.currency, of.locale)
    if ('problem' in quantity || 'problem' in each) {
      // What can't be read in the first row is its head.
      if (n > 0 || data.length === 1) left.push(row.join(' ').slice(0, 60))
      return
    }
    lines.push(
      newLine({
        key: of.key(),
        description: what.slice(0, 500),
        quantity: quantity.value,
        unitPrice: each.value as Minor,
        taxRate: of.taxRate,
      }),
    )
  })
  return { lines, left }
}
