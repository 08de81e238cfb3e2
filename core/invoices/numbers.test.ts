import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PLAIN_NUMBERS, countedUnder, numberBy, patternProblem } from './numbers'

describe('numbers of invoices', () => {
  it.each([
    [PLAIN_NUMBERS, '2026-0017'],
    ['RE-{year}/{n}', 'RE-2026/17'],
    ['{n:6}', '000017'],
    ['Rechnung {n:2} {year}', 'Rechnung 17 2026'],
  ])('%s gives %s', (pattern, number) => {
    expect(patternProblem(pattern)).toBeNull()
    expect(numberBy(pattern, 2026, 17)).toBe(number)
  })
  it.each(['', 'RE', '{year}', '{n}{n}', '{n}-{year}-{year}', '{n}{day}', '{n', '{n}<b>', '{n}\n'])(
    '%j is refused',
    (pattern) => {
      expect(patternProblem(pattern)).not.toBeNull()
    },
  )
  it('are different for different counts of one year, and between years where the year stands in them', () => {
    const pattern = fc.constantFrom(PLAIN_NUMBERS, 'A{n}', '{n:3}/{year}')
    fc.assert(
      fc.property(pattern, fc.nat(99_999), fc.nat(99_999), (p, a, b) => {
        expect(numberBy(p, 2026, a) === numberBy(p, 2026, b)).toBe(a === b)
        if (p.includes('{year}')) expect(numberBy(p, 2026, a)).not.toBe(numberBy(p, 2027, a))
        expect(countedUnder('quotes', p, 2026) === countedUnder('quotes', p, 2027)).toBe(!p.includes('{year}'))
        expect(countedUnder('quotes', p, 2026)).not.toBe(countedUnder('invoices', p, 2026))
      }),
    )
  })
})
