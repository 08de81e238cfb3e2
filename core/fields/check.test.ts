import { describe, expect, it } from 'vitest'
import type { FieldSpec } from '../document/field'
import { checkFields, isSigned } from './check'
import { fitsPattern } from './patterns'

const field = (over: Partial<FieldSpec>): FieldSpec => ({
  key: 'a',
  type: 'text',
  party: 'client',
  label: 'Gate',
  required: true,
  ...over,
})
const none = { values: {}, signature: null }

describe('what a party gave', () => {
  it.each<[string, Partial<FieldSpec>, string | boolean | undefined, string | null]>([
    ['nothing where something is wanted', {}, undefined, 'Gate is missing.'],
    ['only spaces', {}, '   ', 'Gate is missing.'],
    ['nothing where nothing is wanted', { required: false }, undefined, null],
    ['too much', {}, 'x'.repeat(301), 'Keep this under 300 characters.'],
    ['a number', { type: 'number' }, '2,5', null],
    ['no number', { type: 'number' }, 'two', 'Give a number.'],
    ['one of the answers', { type: 'choice', options: ['yes', 'no'] }, 'no', null],
    ['another answer', { type: 'choice', options: ['yes', 'no'] }, 'maybe', 'Choose one of the answers.'],
    ['a tick', { type: 'tick' }, true, null],
    ['no tick', { type: 'tick' }, false, 'Please tick: Gate'],
    ['an address', { type: 'email' }, 'ines@marlow.example', null],
    ['no address', { type: 'email' }, 'ines at marlow', 'This isn’t an e-mail address.'],
    ['two of the answers', { type: 'choices', options: ['a', 'b', 'c'] }, 'a; c', null],
    ['one that isn’t offered', { type: 'choices', options: ['a', 'b'] }, 'a; d', 'Choose among the answers.'],
    ['a day', { type: 'day' }, '2026-02-28', null],
    ['a day no calendar has', { type: 'day' }, '2026-02-30', 'Give a day of the calendar.'],
    [
      'today, where the past is asked',
      { type: 'day', days: { rule: 'past' } },
      '2026-06-09',
      'This has to be a day in the past.',
    ],
    [
      'yesterday, where the future is asked',
      { type: 'day', days: { rule: 'future' } },
      '2026-06-08',
      'This has to be a day to come.',
    ],
    [
      'a day outside',
      { type: 'day', days: { rule: 'between', from: '2026-07-01', to: '2026-07-31' } },
      '2026-08-01',
      'This has to be between 1 July 2026 and 31 July 2026.',
    ],
    ['words where a file is asked', { type: 'attachment' }, 'stove.png', 'Give the file again.'],
    ['what the sender set, which is there', { preset: 'Orchard' }, undefined, null],
    ['a date of signing, which fills itself', { type: 'date' }, undefined, null],
  ])('%s', (_, over, value, problem) => {
    const problems = checkFields(
      [field(over)],
      'client',
      { ...none, values: value === undefined ? {} : { a: value } },
      '2026-06-09',
      fitsPattern,
    )
    expect(problems.map((p) => p.message)).toEqual(problem ? [problem] : [])
  })

  it('may only be in that party’s own fields', () => {
    const given = { ...none, values: { a: 'ours', toString: 'x' } }
    expect(
      checkFields([field({ party: 'business' })], 'client', given, '2026-06-09', fitsPattern).map((p) => p.key),
    ).toEqual(['a', 'toString'])
  })

  it.each([
    ['nothing', [], false],
    ['a dot', [[{ x: 5, y: 5 }]], false],
    [
      'a slip',
      [
        [
          { x: 5, y: 5 },
          { x: 9, y: 8 },
        ],
      ],
      false,
    ],
    [
      'a stroke',
      [
        [
          { x: 5, y: 5 },
          { x: 90, y: 40 },
        ],
      ],
      true,
    ],
  ])('%s as a signature: %j', (_, strokes, signed) => expect(isSigned({ kind: 'drawn', strokes })).toBe(signed))
})
