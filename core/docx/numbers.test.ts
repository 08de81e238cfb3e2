import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Level, type Numbering, numberer, written } from './numbers'

const level = (text: string, more: Partial<Level> = {}): Level => ({
  ...{ start: 1, format: 'decimal', text, restart: null, legal: false, suffix: 'tab' },
  ...more,
})
const of = (levels: Level[], more: Partial<Numbering> = {}): Numbering => ({
  definition: new Map([['1', 'a']]),
  levels: new Map([['a', levels]]),
  starts: new Map(),
  own: new Map(),
  ...more,
})
const run = (n: Numbering, steps: (number | [string, number])[]) => {
  const next = numberer(n)
  return steps.map((s) => (typeof s === 'number' ? next('1', s) : next(...s)))
}

describe('the numbers of clauses', () => {
  it('count by level, and begin anew under the next', () => {
    const clauses = of([level('%1.'), level('%1.%2'), level('(%3)', { format: 'lowerLetter' })])
    expect(run(clauses, [0, 1, 1, 2, 2, 1, 2, 0, 1])).toEqual([
      '1.',
      '1.1',
      '1.2',
      '(a)',
      '(b)',
      '1.3',
      '(a)',
      '2.',
      '2.1',
    ])
  })

  it('have words before and after, in any figures', () => {
    const parts = of([level('Part %1 —', { format: 'upperRoman' }), level('§ %1.%2', { legal: true })])
    expect(run(parts, [0, 1, 0, 0, 1, 1])).toEqual(['Part I —', '§ 1.1', 'Part II —', 'Part III —', '§ 3.1', '§ 3.2'])
  })

  it('go on where a level never begins anew, or only after the first', () => {
    expect(run(of([level('%1'), level('%2', { restart: 0 })]), [0, 1, 1, 0, 1])).toEqual(['1', '1', '2', '2', '3'])
    const third = of([level('%1'), level('%1.%2'), level('%3', { restart: 1 })])
    expect(run(third, [0, 1, 2, 1, 2, 0, 1, 2])).toEqual(['1', '1.1', '1', '1.2', '2', '2', '2.1', '1'])
  })

  it('are shared by numberings of one definition, unless one says where it begins', () => {
    const two = of([level('%1.')], {
      definition: new Map([
        ['1', 'a'],
        ['2', 'a'],
        ['3', 'a'],
      ]),
      starts: new Map([['3', new Map([[0, 1]])]]),
    })
    expect(
      run(two, [
        ['1', 0],
        ['2', 0],
        ['1', 0],
        ['3', 0],
        ['3', 0],
        ['1', 0],
      ]),
    ).toEqual(['1.', '2.', '3.', '1.', '2.', '3.'])
  })

  it('begin where they are told to, and count a level that was passed over as begun', () => {
    expect(run(of([level('%1', { start: 7 }), level('%1.%2')]), [1, 0, 1])).toEqual(['7.1', '8', '8.1'])
  })

  it('are none of bullets, nor of what isn’t defined', () => {
    expect(run(of([level('•', { format: 'bullet' })]), [0, 5, ['9', 0]])).toEqual([null, null, null])
  })

  it.each([
    [4, 'lowerRoman', 'iv'],
    [1999, 'upperRoman', 'MCMXCIX'],
    [27, 'lowerLetter', 'aa'],
    [52, 'upperLetter', 'ZZ'],
    [53, 'lowerLetter', 'aaa'],
    [3, 'decimalZero', '03'],
    [11, 'ordinal', '11th'],
    [22, 'ordinal', '22nd'],
    [5, 'none', ''],
    [5, 'somethingNew', '5'],
  ])('%i as %s is %j', (n, format, text) => expect(written(n, format)).toBe(text))

  it('never go back within a level, whatever comes between', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(3), { maxLength: 60 }), (steps) => {
        const plain = of([0, 1, 2, 3].map((k) => level(Array.from({ length: k + 1 }, (_, i) => `%${i + 1}`).join('.'))))
        const said = run(plain, steps).map((s) => s!.split('.').map(Number))
        for (let i = 1; i < said.length; i += 1) {
          const [a, b] = [said[i - 1]!, said[i]!]
          const k = a.findIndex((n, j) => n !== b[j])
          expect(k < 0 ? b.length > a.length : (b[k] ?? -1) > a[k]!).toBe(true)
        }
      }),
    )
  })
})
