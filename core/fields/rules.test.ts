import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { FieldSpec, FieldRule } from '../document/field'
import { checkFields } from './check'
import { formatProblem } from './formats'
import { fitsPattern } from './patterns'
import { ruleProblems } from './rule-problems'
import { evaluateFields, ruleHolds, rulesFields } from './rules'

const field = (key: string, more: Partial<FieldSpec> = {}): FieldSpec => ({
  key,
  type: 'text',
  party: 'client',
  label: key,
  required: true,
  ...more,
})
const FIELDS = [
  field('power', { type: 'choice', options: ['none', '16 A', '32 A'] }),
  field('camp', { type: 'tick', required: false }),
  field('people', { type: 'number', format: { kind: 'range', from: 1, to: 40 } }),
  field('note'),
]
const leaf: fc.Arbitrary<FieldRule> = fc.record({
  field: fc.constantFrom('power', 'camp', 'people', 'note'),
  is: fc.constantFrom(
    'filled' as const,
    'empty' as const,
    'equal' as const,
    'contains' as const,
    'above' as const,
    'below' as const,
  ),
  value: fc.constantFrom('none', '16 A', 'yes', '0', '1', '20', '41', 'abc'),
})
const rule: fc.Arbitrary<FieldRule> = fc.letrec<{ r: FieldRule }>((tie) => ({
  r: fc.oneof(
    { depthSize: 'small' },
    leaf,
    fc.record({ all: fc.array(tie('r'), { minLength: 1, maxLength: 3 }) }),
    fc.record({ any: fc.array(tie('r'), { minLength: 1, maxLength: 3 }) }),
    fc.record({ not: tie('r') }),
  ),
})).r
const given = fc.record({
  power: fc.constantFrom('', 'none', '16 A', '32 A'),
  camp: fc.boolean(),
  people: fc.constantFrom('', '1', '2', '19', '20', '21', '40'),
  note: fc.constantFrom('', 'abc', 'x', 'none', '41'),
})

describe('rules among fields', () => {
  it('are worked out once: what comes out changes nothing when it goes in again', () => {
    fc.assert(
      fc.property(rule, rule, given, (show, require, values) => {
        const fields = [
          ...FIELDS,
          field('more', { show, require }),
          field('sum', { compute: { how: 'count', of: ['power', 'note', 'more'] } }),
        ]
        const first = evaluateFields(fields, { ...values, more: 'typed' })
        expect(evaluateFields(fields, first.values).values).toEqual(first.values)
        if (!first.shown.has('more')) expect(first.values.more).toBeUndefined()
        for (const key of first.required) expect(first.shown.has(key)).toBe(true)
      }),
    )
  })

  it('called impossible hold for no answers the fields allow', () => {
    fc.assert(
      fc.property(rule, given, (show, values) => {
        const problems = ruleProblems([...FIELDS, field('more', { show })])
        if (problems.some((p) => p.key === 'more')) expect(ruleHolds(show, values)).toBe(false)
      }),
      { numRuns: 2000 },
    )
  })

  it('negate, and look only at the fields they name', () => {
    fc.assert(
      fc.property(rule, given, (r, values) => {
        expect(ruleHolds({ not: r }, values)).toBe(!ruleHolds(r, values))
        const seen = new Set(rulesFields(r))
        expect(ruleHolds(r, Object.fromEntries(Object.entries(values).filter(([k]) => seen.has(k))))).toBe(
          ruleHolds(r, values),
        )
      }),
    )
  })

  it('that go in a circle, ask for what is not there, come too early or can never be met are refused with the reason', () => {
    const circle = [
      field('a', { show: { field: 'b', is: 'filled' } }),
      field('b', { require: { field: 'a', is: 'filled' } }),
    ]
    expect(
      ruleProblems(circle)
        .map((p) => p.message)
        .join(),
    ).toContain('circle')
    expect(ruleProblems([field('a', { show: { field: 'gone', is: 'filled' } })])[0]!.message).toContain(
      'not on this paper',
    )
    const late = [field('a', { show: { field: 'b', is: 'filled' } }), field('b', { party: 'business' })]
    expect(ruleProblems(late, { client: 1, business: 2 })[0]!.message).toContain('filled no earlier')
    expect(ruleProblems(late, { client: 2, business: 1 })).toEqual([])
    const never = field('more', {
      show: {
        all: [
          { field: 'power', is: 'equal', value: 'none' },
          { field: 'power', is: 'equal', value: '16 A' },
        ],
      },
    })
    expect(
      ruleProblems([...FIELDS, never, field('behind', { show: { field: 'more', is: 'filled' } })]).map((p) => p.key),
    ).toEqual(['more', 'behind'])
    expect(
      ruleProblems([...FIELDS, field('more', { show: { field: 'people', is: 'above', value: '40' } })]),
    ).toHaveLength(1)
    expect(ruleProblems([...FIELDS, field('more', { show: { field: 'people', is: 'above', value: '39' } })])).toEqual(
      [],
    )
  })

  it.each([
    ['sum', ['10', '2.5', '£1'], '13.5'],
    ['sum', ['', 'x', ''], ''],
    ['count', ['a', '', 'b'], '2'],
    ['join', ['Ines', '', 'Marlow'], 'Ines Marlow'],
    ['days', ['2026-02-27', '2026-03-01', ''], '2'],
    ['days', ['2026-03-01', '2026-02-27', ''], '-2'],
  ] as const)('%s of %j is %s', (how, texts, out) => {
    const of = how === 'days' ? ['a', 'b'] : ['a', 'b', 'c']
    const fields = [field('a'), field('b'), field('c'), field('x', { compute: { how, of } })]
    expect(evaluateFields(fields, { a: texts[0], b: texts[1], c: texts[2] }).values.x).toBe(out)
  })
})

describe('how an answer is written', () => {
  it.each([
    [{ kind: 'email' }, 'ines@example.org', 'ines at example'],
    [{ kind: 'phone' }, '020 7946 0018', 'ring me'],
    [{ kind: 'postcode', country: 'GB' }, 'sw1a 1aa', '12345'],
    [{ kind: 'postcode', country: 'DE' }, '10115', 'SW1A 1AA'],
    [{ kind: 'letters' }, 'Zoë d’Arcy-Łoś', 'R2'],
    [{ kind: 'digits' }, '0042', '4,2'],
    [{ kind: 'pattern', pattern: '[A-Z]{2}-\\d{3}', example: 'AB-123' }, 'XY-007', 'xy-7'],
    [{ kind: 'range', from: 1, to: 9.5 }, '9,5', '10'],
  ] as const)('%j takes %s, not %s', (format, good, bad) => {
    expect(formatProblem(format, good, fitsPattern)).toBeNull()
    expect(formatProblem(format, bad, fitsPattern)).toMatch(/\.$/)
  })

  it('is asked only where the field is, and one of several ticks is enough', () => {
    const one = (key: string) => field(key, { type: 'tick', oneOf: 'power' })
    const fields = [
      one('a'),
      one('b'),
      field('other', { show: { field: 'b', is: 'filled' }, format: { kind: 'digits' } }),
    ]
    const check = (values: Record<string, string | boolean>) =>
      checkFields(fields, 'client', { values, signature: null }, '2026-06-01', fitsPattern).map((p) => p.message)
    expect(check({})).toEqual(['Tick one of these: power'])
    expect(check({ a: true })).toEqual([])
    expect(check({ a: true, b: true, other: '1' })).toEqual(['Only one of these can be ticked.'])
    expect(check({ b: true, other: 'x' })).toEqual(['Only digits here.'])
    expect(check({ b: true })).toEqual(['other is missing.'])
  })
})
