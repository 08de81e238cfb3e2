import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { PaperDocument } from '../document/model'
import type { FieldSpec } from '../document/field'
import { type CheckEvent, foldChecks, refuseCheck } from './checks'
import { gather } from './gather'
import {
  type PlanPerson,
  alternate,
  holdersOf,
  inTurns,
  moveTo,
  partOf,
  planPerson,
  planProblems,
  roundPeopleOf,
  roundPlan,
} from './plan'
import { deadlineOf, isQuiet, nextReminder, outOfQuiet, QUIET } from './times'

const person = (over: Partial<PlanPerson>): PlanPerson =>
  planPerson.parse({ key: 'a', name: 'Ines Marlow', email: 'ines@marlow.example', turn: 1, part: 'sign', ...over })
const plan = (...people: PlanPerson[]) =>
  roundPlan.parse({ papers: ['p'], people, subject: 's', message: 'm', deadline: { kind: 'none' } })
const AT = '2026-06-01T10:00:00.000Z'
const wrong = (...people: PlanPerson[]) => planProblems(plan(...people), [], AT, null).map((p) => p.words)

describe('a plan', () => {
  it.each([
    [[person({ email: '' })], 'Ines Marlow has no e-mail address to be reached at.'],
    [[person({ reach: 'text' })], 'Ines Marlow has no phone number for a text.'],
    [[person({ reach: 'both', phone: 'none' })], '“none” is not a phone number (Ines Marlow).'],
    [[person({ proof: { kind: 'one-time', by: 'text' } })], 'Ines Marlow has no phone number for the one-time code.'],
    [
      [person({}), person({ key: 'w', part: 'witness', email: 'w@w.example' })],
      'Say whose signing Ines Marlow witnesses.',
    ],
    [
      [person({ turn: 2 }), person({ key: 'w', name: 'Wim', part: 'witness', of: 'a', email: 'w@w.example' })],
      'Wim witnesses Ines Marlow, so their turn can’t come before.',
    ],
    [
      [person({}), person({ key: 'j', part: 'check', memberId: 'm', name: 'Jonah' })],
      'Jonah checks it first: move them before the others.',
    ],
    [[person({ part: 'copy' })], 'Nobody is asked to sign.'],
  ])('%#: %o', (people, words) => expect(wrong(...people)).toContain(words))

  it('may have a place held by any one of several, each reached by themselves', () => {
    const or = [alternate.parse({ key: 'b', name: 'Bram', reach: 'text' })]
    const one = person({ or })
    expect(wrong(one)).toContain('Bram has no phone number for a text.')
    expect(planProblems(plan(one), [], AT, null)[0]!.person).toBe('a')
    const people = roundPeopleOf(
      plan(person({ or: [{ ...or[0]!, phone: '01632 960 733' }] }), person({ key: 'z', name: 'Zoe', turn: 2 })),
      (key) => `id-${key}`,
      (key) => `place-${key}`,
    )
    expect(people.map((p) => [p.id, p.party, p.place, p.turn])).toEqual([
      ['id-a', 'place-a', 'id-a', 1],
      ['id-b', 'place-a', 'id-a', 1],
      ['id-z', 'place-z', undefined, 2],
    ])
    // A plan that was kept before there were any.
    const { or: _, ...kept } = person({})
    expect(holdersOf([kept as PlanPerson])).toHaveLength(1)
  })
  it('is stopped by a deadline that has passed or can’t be counted', () => {
    expect(planProblems(plan(person({})), [], AT, AT)[0]!.words).toBe('The deadline has passed already.')
    expect(planProblems(plan(person({})), [], AT, undefined)[0]!.words).toContain('The job has no day yet')
  })

  it('makes a signer of whoever gets a field, and a reader of whoever has none', () => {
    const papers = [{ id: 'p', title: 'P', parties: [{ key: 'client', label: 'Client', fields: 2 }] }]
    expect(partOf({ part: 'copy', stands: [{ paper: 'p', party: 'client' }] }, papers)).toBe('sign')
    expect(partOf({ part: 'sign', stands: [] }, papers)).toBe('copy')
    expect(partOf({ part: 'witness', stands: [] }, papers)).toBe('witness')
  })

  it('keeps turns whole and everybody in them, wherever somebody is moved', () => {
    const turns = fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 9 })
    fc.assert(
      fc.property(turns, fc.nat(8), fc.integer({ min: 1, max: 6 }), fc.boolean(), (list, who, to, alone) => {
        const people = inTurns(list.map((turn, i) => ({ key: `k${i}`, turn })))
        const moved = moveTo(people, `k${who % list.length}`, to, alone)
        expect(moved.map((p) => p.key).sort()).toEqual(people.map((p) => p.key).sort())
        const used = [...new Set(moved.map((p) => p.turn))]
        expect(used).toEqual(used.map((_, i) => i + 1))
        const me = moved.find((p) => p.key === `k${who % list.length}`)!
        if (alone) expect(moved.filter((p) => p.turn === me.turn)).toHaveLength(1)
      }),
    )
  })
})

describe('times of a round', () => {
  const LONDON = 'Europe/London'
  it.each([
    [{ kind: 'none' } as const, null],
    [{ kind: 'after', days: 3 } as const, '2026-06-04T17:00:00.000Z'],
    [{ kind: 'before', days: 1 } as const, '2026-06-11T17:00:00.000Z'],
  ])('%o lapses at %s', (deadline, at) => expect(deadlineOf(deadline, AT, '2026-06-12', LONDON)).toBe(at))
  it('can’t count from a day that isn’t set', () =>
    expect(deadlineOf({ kind: 'before', days: 1 }, AT, null, LONDON)).toBeUndefined())

  it.each([
    [{ kind: 'daily' } as const, AT, '2026-06-02T08:00:00.000Z'],
    [{ kind: 'weekly' } as const, AT, '2026-06-08T08:00:00.000Z'],
    [{ kind: 'own', after: [4], before: [1, 0] } as const, AT, '2026-06-05T08:00:00.000Z'],
    [{ kind: 'own', after: [4], before: [1, 0] } as const, '2026-06-05T08:00:00.000Z', '2026-06-10T08:00:00.000Z'],
    [{ kind: 'own', after: [4], before: [1, 0] } as const, '2026-06-10T08:00:00.000Z', '2026-06-11T08:00:00.000Z'],
    [{ kind: 'own', after: [4], before: [1, 0] } as const, '2026-06-11T08:00:00.000Z', null],
    [{ kind: 'none' } as const, AT, null],
  ])('%o after %s comes at %s', (rhythm, after, next) =>
    expect(
      nextReminder(
        { ...rhythm, ...('after' in rhythm ? { after: [...rhythm.after], before: [...rhythm.before] } : {}) } as never,
        AT,
        after,
        '2026-06-11T17:00:00.000Z',
        LONDON,
      ),
    ).toBe(next),
  )

  it('reminds never in quiet hours, never after the deadline, and stops', () => {
    const hour = fc.integer({ min: 0, max: 23 }).map((h) => `${String(h).padStart(2, '0')}:00`)
    fc.assert(
      fc.property(
        fc.constantFrom({ kind: 'daily' as const }, { kind: 'weekly' as const }),
        fc.record({ from: hour, to: hour }),
        fc.constantFrom('Europe/London', 'America/New_York', 'Asia/Kathmandu', 'Australia/Lord_Howe'),
        fc.integer({ min: 0, max: 400 * 24 * 60 }),
        fc.integer({ min: 1, max: 90 }),
        (rhythm, quiet, zone, minute, days) => {
          const asked = new Date(Date.UTC(2026, 0, 1) + minute * 60_000).toISOString()
          const lapses = new Date(Date.parse(asked) + days * 86_400_000).toISOString()
          let after = asked
          for (let i = 0; ; i += 1) {
            expect(i).toBeLessThan(100)
            const next = nextReminder(rhythm, asked, after, lapses, zone, quiet)
            if (next === null) break
            expect(next > after && next < lapses).toBe(true)
            if (quiet.from !== quiet.to) expect(isQuiet(next, quiet, zone)).toBe(false)
            after = next
          }
        },
      ),
      { numRuns: 60 },
    )
  })
  it('waits a day more where the clocks skip the one hour that isn’t quiet', () =>
    expect(outOfQuiet('2027-03-13T14:00:00.000Z', { from: '03:00', to: '02:00' }, 'America/New_York')).toBe(
      '2027-03-15T06:00:00.000Z',
    ))
  it('waits for the morning', () =>
    expect(outOfQuiet('2026-06-01T22:30:00.000Z', QUIET, LONDON)).toBe('2026-06-02T07:00:00.000Z'))
})

describe('a check before it goes out', () => {
  const steps = fc.array(
    fc.record({
      type: fc.constantFrom('handed-in', 'passed', 'returned', 'taken-back'),
      by: fc.constantFrom('a', 'b', 'c'),
    }),
    { maxLength: 20 },
  )
  it('passes only when every checker has passed it in their order, never by whoever handed it in', () => {
    fc.assert(
      fc.property(steps, (list) => {
        const events = list.map((s) => ({ ...s, remark: 'r', checkers: ['b', 'c'] }) as CheckEvent)
        const taken: CheckEvent[] = []
        for (const e of events) if (!refuseCheck(foldChecks(taken), e)) taken.push(e)
        const state = foldChecks(events)
        expect(state).toEqual(foldChecks(taken))
        if (state.status === 'passed')
          expect(taken.slice(-2).map((e) => [e.type, e.by])).toEqual([
            ['passed', 'b'],
            ['passed', 'c'],
          ])
      }),
    )
  })
})

describe('papers made one round', () => {
  const field = (key: string, party: string, label: string, more: Partial<FieldSpec> = {}): FieldSpec => ({
    key,
    type: 'text',
    party,
    label,
    required: true,
    ...more,
  })
  const paper = (id: string, ...fields: FieldSpec[]) => ({
    id,
    document: {
      title: id,
      language: 'en-GB',
      header: [],
      footer: [],
      initials: ['guest'],
      parties: [
        { key: 'client', label: 'Client' },
        { key: 'guest', label: 'Guest' },
      ],
      body: fields.map((f) => ({ t: 'field' as const, field: f })),
    } as PaperDocument,
    placed: fields.map((f) => ({ field: f, page: 1, x: 0, y: 0, w: 10, h: 10 })),
  })
  it('asks once for what is the same, apart for what only has the same key, and renames rules with it', () => {
    const [a, b] = gather(
      [
        paper('a', field('phone', 'client', 'Phone'), field('q1', 'client', 'Gate?')),
        paper(
          'b',
          field('phone', 'guest', 'Phone'),
          field('q1', 'guest', 'Allergies?', { show: { field: 'q1', is: 'filled' } }),
        ),
      ],
      (id, party) => (id === 'a' ? party : party === 'guest' ? 'client' : 'other'),
    )
    expect(a!.placed.map((p) => p.field.key)).toEqual(['phone', 'q1'])
    expect(b!.placed.map((p) => [p.field.key, p.field.party])).toEqual([
      ['phone', 'client'],
      ['q1--2', 'client'],
    ])
    expect(b!.placed[1]!.field.show).toEqual({ field: 'q1--2', is: 'filled' })
    expect(b!.document.parties.map((p) => p.key)).toEqual(['other', 'client'])
    expect(b!.document.initials).toEqual(['client'])
  })
})
