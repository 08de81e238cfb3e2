import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type FactRule, factProblem, factTypes, factWarning, factWords, readFact, typedFact } from './facts'

const rule = (over: Partial<FactRule>): FactRule => ({ key: 'f', label: 'Gate width', unit: '', ...over })
const gate = rule({ type: 'number', unit: 'm', least: '2.4', most: '6' })
const power = rule({ type: 'choice', choices: ['Mains', 'Generator'] })
const keeper = rule({
  type: 'person',
  people: [
    { id: 'm1', name: 'Jonah Reed', gone: false },
    { id: 'm2', name: 'Ada Firth', gone: true },
  ],
})

describe('a further fact', () => {
  it.each([
    [gate, '2,60', 'de-DE', { value: '2.60' }],
    [gate, ' 2.6 ', 'en-GB', { value: '2.6' }],
    [power, 'Mains', 'en-GB', { value: 'Mains' }],
    [keeper, 'm1', 'en-GB', { value: 'm1' }],
    [rule({ type: 'day' }), '2028-02-29', 'en-GB', { value: '2028-02-29' }],
    [rule({ type: 'tick' }), 'yes', 'en-GB', { value: 'yes' }],
    [rule({}), '  as it is ', 'en-GB', { value: 'as it is' }],
  ] as const)('%#: what fits is kept', (of, typed, locale, kept) => expect(readFact(of, typed, locale)).toEqual(kept))

  it.each([
    [gate, 'wide'],
    [power, 'Wind'],
    [keeper, 'Jonah Reed'],
    [rule({ type: 'day' }), '2026-02-30'],
    [rule({ type: 'tick' }), 'no'],
  ])('%#: what doesn’t is refused in words', (of, typed) =>
    expect(readFact(of, typed, 'en-GB')).toHaveProperty('problem'),
  )

  it('may always be left empty, and is then told as nothing', () => {
    for (const type of factTypes) {
      expect(factProblem(rule({ type }), '')).toBeNull()
      expect(factWords(rule({ type }), '', 'en-GB')).toBe('')
    }
  })
  it('is told with its unit, as numbers are written there; a person by name, also one who is gone', () => {
    expect(factWords(gate, '2.6', 'de-DE')).toBe('2,6 m')
    expect(factWords(keeper, 'm2', 'en-GB')).toBe('Ada Firth')
    expect(factWords(rule({ type: 'day' }), '2026-06-12', 'en-GB')).toContain('12 June')
  })
  it('that no longer fits its rule is told as it was given', () => {
    expect(factWords(gate, 'about two metres', 'en-GB')).toBe('about two metres')
    expect(factWords(keeper, 'somebody', 'en-GB')).toBe('somebody')
  })
  it('is said to lie beyond a limit, and at the limit doesn’t', () => {
    expect(factWarning(gate, '2.39', 'de-DE')).toBe('less than 2,4 m')
    expect(factWarning(gate, '6.0001', 'en-GB')).toBe('more than 6 m')
    for (const within of ['2.4', '2.40', '6', '']) expect(factWarning(gate, within, 'en-GB')).toBeNull()
  })
  it('that is a number reads back as it is typed, wherever', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -99_999, max: 99_999 }),
        fc.constantFrom('en-GB', 'de-DE', 'fr-FR', 'pl-PL'),
        (n, at) => {
          const value = `${n}.25`
          expect(readFact(gate, typedFact(gate, value, at), at)).toEqual({ value })
        },
      ),
    ))
})
