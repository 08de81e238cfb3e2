import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { decimalString, minor, percentOf, share, sum, tenThousandths, times } from './money'

const amount = fc.integer({ min: -1_000_000_000, max: 1_000_000_000 }).map(minor)

describe('money', () => {
  it.each([
    [1, '0.5', 1],
    [-1, '0.5', -1],
    [333, '3', 999],
    [1050, '0.0001', 0],
    [2500, '1.5', 3750],
    [5, '0.1', 1],
    [-5, '0.1', -1],
    [4, '0.1', 0],
  ])('%i times %s is %i, half away from zero', (a, q, expected) => expect(times(minor(a), q)).toBe(expected))

  it('shares out every unit, each share within one of its exact part', () => {
    fc.assert(
      fc.property(amount, fc.array(fc.nat(1_000_000).map(minor), { minLength: 1, maxLength: 12 }), (total, weights) => {
        const parts = share(total, weights)
        expect(sum(parts)).toBe(total)
        const all = sum(weights)
        if (all > 0) parts.forEach((p, i) => expect(Math.abs(p - (total * weights[i]!) / all)).toBeLessThan(1.000001))
      }),
    )
  })

  it('reads back the decimals it writes', () => {
    fc.assert(
      fc.property(fc.bigInt(-(10n ** 14n), 10n ** 14n), (n) => {
        expect(tenThousandths(decimalString(n))).toBe(n)
      }),
    )
  })

  it('takes a percentage without a float in between', () => {
    expect(percentOf(minor(86856), '30')).toBe(26057)
    expect(percentOf(minor(100), '0.5')).toBe(1)
  })
})
