import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainCell } from './spreadsheet'

describe('a cell for a spreadsheet', () => {
  it.each(['=1+1', '+44', '-5', '@sum', '%', '|calc', '\t=1', ' =1', 'fine\n=1', '\ufeff=1'])('%j is text', (cell) =>
    expect(plainCell(cell)).toBe(`'${cell}`),
  )
  it.each(['Orchard weekend', '£868.56', '12 June', '', 'a=b'])('%j stays as it is', (cell) =>
    expect(plainCell(cell)).toBe(cell),
  )
  it('never begins like a formula', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(plainCell(text)).not.toMatch(/^\s*[=+\-@]/)
      }),
    )
  })
})
