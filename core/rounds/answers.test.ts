import { describe, expect, it } from 'vitest'
import type { FieldSpec } from '../document/field'
import type { StandingGiven } from './agreed'
import { answersIn } from './answers'
import { masked, plainCode } from './masked'
import { questionsIn } from './questions'
import { withWitness } from './witness'

const field = (key: string, type: FieldSpec['type'], over: Partial<FieldSpec> = {}): FieldSpec => ({
  key,
  type,
  party: 'client',
  label: key,
  required: false,
  ...over,
})
const given = (over: Partial<StandingGiven> = {}): StandingGiven => ({
  person: 'p1',
  party: 'client',
  at: '2026-06-01T23:30:00.000Z',
  onPaper: null,
  values: {},
  taken: {},
  quantities: {},
  signature: null,
  initials: null,
  marks: {},
  consent: null,
  channel: '',
  host: '',
  language: null,
  ...over,
})
const answers = (fields: FieldSpec[], ...all: StandingGiven[]) =>
  Object.fromEntries(answersIn(fields, all, 'Europe/London'))

describe('the answers on a paper', () => {
  it('are whatever its person gave in each field, as data', () => {
    const fields = [
      field('name', 'name'),
      field('signed', 'signature'),
      field('on', 'date'),
      field('photo', 'attachment'),
      field('sauna', 'take', { line: 'l1' }),
      field('days', 'quantity', { line: 'l2' }),
      field('agreed', 'tick'),
      field('open', 'text'),
    ]
    const all = given({
      values: { name: 'Ines', photo: `${'a'.repeat(64)}/garden.jpg`, agreed: true },
      signature: { kind: 'typed' },
      taken: { l1: true },
      quantities: { l2: '3' },
    })
    expect(answers(fields, all)).toEqual({
      name: 'Ines',
      signed: 'signed 2026-06-01T23:30:00.000Z',
      on: '2026-06-02',
      photo: 'garden.jpg',
      sauna: true,
      days: '3',
      agreed: true,
    })
  })

  it('of somebody who signed by hand say so, with the day', () => {
    const onPaper = { day: '2026-05-30', says: 'Maud', scan: '', pages: [] }
    expect(answers([field('s', 'signature'), field('i', 'initials'), field('d', 'date')], given({ onPaper }))).toEqual({
      s: 'signed on paper, 2026-05-30',
      i: 'initialled on paper, 2026-05-30',
      d: '2026-05-30',
    })
  })

  it('begin with what was set beforehand, and are taken from nobody else’s place', () => {
    const fields = [field('a', 'text', { preset: 'set' }), field('b', 'text', { party: 'guest' })]
    expect(answers(fields, given({ values: { b: 'not theirs' } }))).toEqual({ a: 'set' })
    expect(answers(fields, given({ values: { a: 'said' } }))).toEqual({ a: 'said' })
  })
})

describe('the questions of a round', () => {
  const at = (n: number) => `2026-06-01T10:0${n}:00.000Z`
  const event = (seq: number, type: string, data: object) => ({ seq, at: at(seq), type, data })

  it('have the answers that name them, one after the other', () => {
    const asked = [
      event(1, 'question', { person: 'a', question: 'When?' }),
      event(2, 'question', { person: 'b', question: 'Where?' }),
      event(3, 'answered', { person: 'a', question: '1', answer: 'At two.' }),
      event(4, 'answered', { person: 'a', question: '1', answer: 'Or three.' }),
    ]
    expect(questionsIn(asked).map((q) => [q.id, q.answer])).toEqual([
      ['1', 'At two.\n\nOr three.'],
      ['2', null],
    ])
  })

  it('of an earlier release are answered by when they were asked', () => {
    const asked = [
      event(1, 'question', { person: 'a', question: 'When?' }),
      event(2, 'answered', { person: 'a', to: at(1), answer: 'At two.' }),
      event(3, 'answered', { person: 'b', to: at(1), answer: 'not this one' }),
    ]
    expect(questionsIn(asked).map((q) => q.answer)).toEqual(['At two.'])
  })
})

describe('what is told of an address', () => {
  it.each([
    ['ines@marlow.example', 'i•••@marlow.example'],
    ['+44 7700 900112', '•••• 112'],
  ])('%s is %s', (address, words) => expect(masked(address)).toBe(words))

  it('a code is the same however it is spaced or written', () => {
    expect(plainCode(' Birch 12 ')).toBe(plainCode('birch12'))
  })
})

describe('a witness', () => {
  it('states who they are and that they saw it signed, but not what the paper asks anyway', () => {
    expect(withWitness([], 'w', 'Ines').map((f) => f.type)).toEqual(['name', 'text', 'job-title', 'tick', 'signature'])
    expect(withWitness([], 'w', 'Ines').find((f) => f.type === 'tick')!.label).toBe('I saw Ines sign')
    const own = [field('n', 'name', { party: 'w' }), field('s', 'signature', { party: 'w' })]
    expect(withWitness(own, 'w', 'Ines').map((f) => f.key)).toEqual(['n', 's', 'w-address', 'w-occupation', 'w-saw'])
  })

  it('of nobody has nothing to add', () => expect(withWitness([], 'w', undefined)).toEqual([]))
})
