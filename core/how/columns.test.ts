import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { columnOf } from './columns'

describe('a column of answers', () => {
  it.each([
    [
      ['yes', 'no', 'yes', ''],
      'tick',
      [
        { label: 'yes', n: 2 },
        { label: 'no', n: 1 },
      ],
    ],
    [
      ['Birch', 'Oak', 'Birch', 'Birch', 'Oak', 'Oak', 'Birch'],
      'choice',
      [
        { label: 'Birch', n: 4 },
        { label: 'Oak', n: 3 },
      ],
    ],
    [['Ada Lund', 'Bo Ek', 'Cy Ash'], 'text', []],
    [['', ''], 'text', []],
    [['7', '7'], 'number', [{ label: '7', n: 2 }]],
  ] as const)('%j is %s', (values, type, counts) => {
    expect(columnOf('x', values)).toEqual({ name: 'x', type, counts })
  })

  it('of numbers has every number in one range', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -500, max: 500 }), { minLength: 1 }), (numbers) => {
        const { type, counts } = columnOf('n', numbers.map(String))
        expect(type).toBe('number')
        expect(counts.reduce((a, c) => a + c.n, 0)).toBe(numbers.length)
        expect(counts.length).toBeLessThanOrEqual(7)
      }),
    )
  })
})
