import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EMPTY, type RoundEvent, type RoundPerson, apply, consequences, fold, mayAct, refuse } from './rounds'

const people = fc
  .array(fc.record({ turn: fc.integer({ min: 1, max: 3 }), part: fc.constantFrom('sign' as const, 'copy' as const) }), {
    minLength: 1,
    maxLength: 6,
  })
  .map((list): RoundPerson[] =>
    list.map((p, i) => ({
      ...p,
      id: `p${i}`,
      party: `party${i}`,
      name: `Person ${i}`,
      part: i === 0 ? 'sign' : p.part,
    })),
  )
const act = fc.record({
  type: fc.constantFrom(
    'asked',
    'opened',
    'signed',
    'signed',
    'signed',
    'declined',
    'withdrawn',
    'lapsed',
    'nudged',
    'sealed',
    'sent',
    'question',
  ),
  person: fc.integer({ min: 0, max: 7 }).map((n) => `p${n}`),
})
const at = (i: number) => `2026-06-01T10:${String(i).padStart(2, '0')}:00.000Z`
const LAPSE = at(40)
const sent = (who: readonly RoundPerson[]): RoundEvent => ({ type: 'sent', people: who, lapsesAt: LAPSE })

describe('a round', () => {
  it('lets nobody act out of turn, twice, unasked for or after the end, in any order of events', () => {
    fc.assert(
      fc.property(people, fc.array(act, { maxLength: 50 }), (who, acts) => {
        let state = apply(EMPTY, sent(who), at(0))
        let ended = false
        const signed = new Set<string>()
        acts.forEach((a, i) => {
          const event = { ...a, people: who, lapsesAt: null, reason: 'r', sha256: 'x' } as unknown as RoundEvent
          const turnsLeft = state.people.filter((p) => p.part === 'sign' && p.status !== 'done').map((p) => p.turn)
          if (refuse(state, event, at(i))) return
          if (event.type === 'signed') {
            const p = state.people.find((x) => x.id === event.person)!
            expect(p.part).toBe('sign')
            expect(p.turn).toBe(Math.min(...turnsLeft))
            expect(signed.has(p.id)).toBe(false)
            expect(ended).toBe(false)
            expect(at(i) < LAPSE).toBe(true)
            signed.add(p.id)
          }
          if (event.type !== 'sealed' && event.type !== 'question') expect(ended).toBe(false)
          state = apply(state, event, at(i))
          ended = state.status !== 'out'
        })
      }),
    )
  })

  it('always ends when those who may act keep signing, asking each exactly once', () => {
    fc.assert(
      fc.property(people, (who) => {
        let state = apply(EMPTY, sent(who), at(0))
        const asked: string[] = []
        const ask = (list: { id: string }[]) => {
          for (const p of list) {
            asked.push(p.id)
            state = apply(state, { type: 'asked', person: p.id }, at(1))
          }
        }
        ask(consequences(EMPTY, state).ask)
        for (let i = 0; state.status === 'out'; i += 1) {
          expect(i).toBeLessThan(10)
          const before = state
          state = apply(state, { type: 'signed', person: mayAct(state)[0]!.id }, at(2))
          const next = consequences(before, state)
          expect(next.seal).toBe(state.status === 'signed')
          ask(next.ask)
        }
        expect([...asked].sort()).toEqual(
          who
            .filter((p) => p.part === 'sign')
            .map((p) => p.id)
            .sort(),
        )
      }),
    )
  })

  const two: RoundPerson[] = [
    { id: 'c', party: 'client', name: 'Ines', turn: 1, part: 'sign' },
    { id: 'b', party: 'business', name: 'Maren', turn: 2, part: 'sign' },
  ]
  const e = (type: string, person = 'c') => ({
    at: at(5),
    event: { type, person, reason: 'too late in the day', sha256: 'f' } as unknown as RoundEvent,
  })
  const start = [{ at: at(0), event: sent(two) }, e('asked')]
  it.each([
    ['the second before the first', [], e('signed', 'b'), 'not-your-turn'],
    ['the first twice', [e('signed')], e('signed'), 'already-done'],
    ['after declining', [e('declined')], e('signed'), 'declined'],
    ['after withdrawing', [e('withdrawn')], e('signed'), 'withdrawn'],
    ['a stranger', [], e('signed', 'x'), 'unknown-person'],
    ['past the deadline', [], { ...e('signed'), at: at(41) }, 'lapsed'],
    ['lapsing too early', [], e('lapsed'), 'not-your-turn'],
    ['sealing before the end', [e('signed')], e('sealed'), 'already-done'],
  ])('refuses %s', (_, events, next, code) =>
    expect(refuse(fold([...start, ...events]), next.event, next.at)?.code).toBe(code),
  )

  it('is signed when the last has signed, and keeps a reason', () => {
    expect(fold([...start, e('opened'), e('signed'), e('asked', 'b'), e('signed', 'b'), e('sealed')])).toMatchObject({
      status: 'signed',
      sealed: 'f',
      people: [{ status: 'done', seen: 1 }, { status: 'done' }],
    })
    expect(fold([...start, e('declined')])).toMatchObject({ status: 'declined', reason: 'too late in the day' })
  })
})
