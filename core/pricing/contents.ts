import { isDecimal } from '../money/money'
import { readDecimal, typedDecimal } from '../money/typed'
import type { Content } from './pricing'

const LEADING = /^([\d.,'’\s]*\d)\s*(?:[×x*]\s+|\s)\s*(.+)$/u

/**
 * What a package is made up of as it is typed, one a row: `20 × Towel`; one of it where no number leads. What is an item of
 * the library by its words or code is that item.
 */
export function readContents(
  text: string,
  locale: string,
  items: readonly { id: string; code: string; description: string; unit: string }[],
): Content[] {
  const known = (words: string) =>
    items.find((i) => [i.description, i.code].some((t) => t !== '' && t.toLowerCase() === words.toLowerCase()))
  return text
    .split('\n')
    .map((row) => row.trim())
    .filter(Boolean)
    .map((row) => {
      const [, number, words] = LEADING.exec(row) ?? []
      const read = number && !known(row) ? readDecimal(number, locale) : null
      const many = read && 'value' in read && isDecimal(read.value) && Number(read.value) > 0 ? read.value : null
      const said = many ? words!.trim() : row
      const item = known(said)
      return {
        quantity: many ?? '1',
        unit: '',
        description: item?.description ?? said,
        ...(item ? { item: item.id } : {}),
      }
    })
}

/** One row of what a package is made up of: `20 × Towel`. */
export const contentText = ({ quantity, unit, description }: Content, locale: string): string =>
  `${typedDecimal(quantity, locale)} × ${unit ? `${unit} ` : ''}${description}`
