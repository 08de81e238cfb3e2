import { describe, expect, it } from 'vitest'
import { pastedLines } from './pastedLines'

let n = 0
const paste = (text: string, locale = 'en-GB', currency = 'GBP') =>
  pastedLines(text, { currency, locale, taxRate: '20', key: () => `k${(n += 1)}` })
const read = (text: string, locale?: string, currency?: string) =>
  paste(text, locale, currency)!.lines.map((l) => [l.description, l.quantity, l.unitPrice])

describe('rows of a spreadsheet as priced lines', () => {
  it('are what, how many, each', () => {
    expect(read('Barrel sauna\t1\t420.00\nFire-keeper\t6\t28')).toEqual([
      ['Barrel sauna', '1', 42000],
      ['Fire-keeper', '6', 2800],
    ])
  })

  it('may have a head, empty cells and rows, and no count', () => {
    expect(read('What\tEach\n\nDelivery\t\t34,50 €\nTent\t1.190,00\n', 'de-DE', 'EUR')).toEqual([
      ['Delivery', '1', 3450],
      ['Tent', '1', 119000],
    ])
  })

  it('whose numbers can’t be read are left and named, never taken for nothing', () => {
    const { lines, left } = paste('A\t1\t10\nB\t1\tabout ten\nC\t2,5\t2,074')!
    expect(lines.map((l) => l.description)).toEqual(['A', 'C'])
    expect(left).toEqual(['B 1 about ten'])
    expect(paste('Only\tnonsense')).toEqual({ lines: [], left: ['Only nonsense'] })
  })

  it('aren’t there in a plain text, which is pasted as it is', () => {
    expect(paste('just words, 12.50')).toBeNull()
  })

  it('have keys of their own, and no more than two hundred', () => {
    const { lines } = paste(Array.from({ length: 300 }, (_, i) => `Line ${i}\t1\t1`).join('\n'))!
    expect(lines).toHaveLength(200)
    expect(new Set(lines.map((l) => l.key)).size).toBe(200)
  })
})
