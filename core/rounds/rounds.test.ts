import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EMPTY, type RoundEvent, type RoundPerson, mayAct } from './rounds'
import { consequences, fold, apply } from './fold'
import { refuse } from './refuse'
import { newsOf } from './told'

const people = fc
  .array(
    fc.record({
      turn: fc.integer({ min: 1, max: 3 }),
      part: fc.constantFrom('sign' as const, 'sign' as const, 'witness' as const, 'copy' as const),
    }),
    { minLength: 1, maxLength: 6 },
  )
  .map((list): RoundPerson[] =>
    list.map((p, i) => ({
      ...p,
      id: `p${i}`,
      party: `party${i}`,
      name: `Person ${i}`,
      part: i === 0 ? 'sign' : p.part,
      // A witness watches the first signer, in a turn of theirs or later.
      turn: i === 0 ? 1 : p.turn,
      of: p.part === 'witness' ? 'p0' : null,
    })),
  )
const act = fc.record({
  type: fc.constantFrom(
    ...['asked', 'opened', 'signed', 'signed', 'signed', 'signed', 'on-paper', 'declined', 'withdrawn', 'lapsed'],
    ...['nudged', 'sealed', 'sent', 'question', 'answered', 'proved', 'closed', 'reopened', 'replaced', 'passed-on'],
    ...['reordered', 'added', 'copied', 'paused', 'resumed', 'revised', 'extended', 'corrected', 'bounced'],
  ),
  person: fc.integer({ min: 0, max: 7 }).map((n) => `p${n}`),
  turn: fc.integer({ min: 1, max: 3 }),
})
const at = (i: number) => `2026-06-01T10:${String(i).padStart(2, '0')}:00.000Z`
const LAPSE = at(40)
const sent = (who: readonly RoundPerson[]): RoundEvent => ({ type: 'sent', people: who, lapsesAt: LAPSE })
const eventOf = (a: { type: string; person: string; turn: number }, who: readonly RoundPerson[], i: number) =>
  ({
    ...a,
    people: who,
    lapsesAt: at(i + 5),
    reason: 'r',
    sha256: 'x',
    again: [a.person],
    turns: { [a.person]: a.turn },
    by: { id: `n${i}`, party: 'x', name: 'New', turn: a.turn, part: a.type === 'added' ? 'copy' : 'sign' },
  }) as unknown as RoundEvent
const SIGNS = new Set(['signed', 'on-paper'])

describe('a round', () => {
  it('lets nobody act out of turn, twice, unasked for, while held or after the end, in any order of events', () => {
    fc.assert(
      fc.property(people, fc.array(act, { maxLength: 50 }), (who, acts) => {
        let state = apply(EMPTY, sent(who), at(0))
        let ended = false
        let signed = new Set<string>()
        acts.forEach((a, i) => {
          const event = eventOf(a, who, i)
          const turnsLeft = state.people
            .filter((p) => p.part !== 'copy' && p.status !== 'done' && p.status !== 'replaced')
            .map((p) => p.turn)
          if (refuse(state, event, at(i))) return
          if (SIGNS.has(event.type)) {
            const p = state.people.find((x) => x.id === (event as { person: string }).person)!
            expect(p.part).not.toBe('copy')
            expect(p.turn).toBe(Math.min(...turnsLeft))
            expect(signed.has(p.id)).toBe(false)
            expect(p.status).not.toBe('replaced')
            if (p.part === 'witness') expect(signed.has(p.of!)).toBe(true)
            expect([ended, state.paused]).toEqual([false, null])
            expect(state.lapsesAt === null || at(i) < state.lapsesAt).toBe(true)
            signed.add(p.id)
          }
          const anytime = ['sealed', 'question', 'answered', 'bounced', 'copied', 'extended']
          if (!anytime.includes(event.type)) expect(ended).toBe(false)
          state = apply(state, event, at(i))
          // Whoever has to sign what was corrected may do so once more; nobody else.
          if (event.type === 'revised')
            signed = new Set(state.people.filter((p) => p.status === 'done').map((p) => p.id))
          ended = state.status !== 'out'
        })
      }),
    )
  })

  it('is never stuck: whatever happened, those who are left can still finish it, each asked exactly once', () => {
    fc.assert(
      fc.property(people, fc.array(act, { maxLength: 30 }), (who, acts) => {
        let state = apply(EMPTY, sent(who), at(0))
        acts.forEach((a, i) => {
          const event = eventOf(a, who, i)
          if (!refuse(state, event, at(i))) state = apply(state, event, at(i))
        })
        const go = (event: RoundEvent) => {
          expect(refuse(state, event, at(31))).toBeNull()
          state = apply(state, event, at(31))
        }
        if (state.status !== 'out') return
        go({ type: 'extended', lapsesAt: null })
        if (state.paused !== null) go({ type: 'resumed' })
        for (const p of state.people) if (p.closed && p.status !== 'replaced') go({ type: 'reopened', person: p.id })
        const asked: string[] = []
        for (let i = 0; state.status === 'out'; i += 1) {
          expect(i).toBeLessThan(60)
          for (const p of consequences(state, state).ask) {
            asked.push(p.id)
            go({ type: 'asked', person: p.id })
          }
          go({ type: 'signed', person: mayAct(state)[0]!.id })
        }
        expect(state.status).toBe('signed')
        expect(new Set(asked).size).toBe(asked.length)
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
  const swap = (type: 'replaced' | 'passed-on'): RoundEvent => ({
    type,
    person: 'c',
    by: { id: 'd', party: '', name: 'Dario', turn: 9, part: 'copy' },
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
    ['signing while held', [e('paused')], e('signed'), 'paused'],
    ['one who is out of tries', [e('closed')], e('signed'), 'closed'],
    ['a replaced person', [{ at: at(6), event: swap('replaced') }], e('signed'), 'replaced'],
    [
      'extending to a time that has passed',
      [],
      { at: at(6), event: { type: 'extended', lapsesAt: at(5) } },
      'bad-order',
    ],
    [
      'moving someone who has signed',
      [e('signed')],
      { at: at(6), event: { type: 'reordered', turns: { c: 3 } } },
      'already-done',
    ],
  ] as [string, { at: string; event: RoundEvent }[], { at: string; event: RoundEvent }, string][])(
    'refuses %s',
    (_, events, next, code) => expect(refuse(fold([...start, ...events]), next.event, next.at)?.code).toBe(code),
  )

  it('gives the one who comes in the place, turn and part of the one who leaves', () => {
    const state = fold([...start, { at: at(6), event: swap('passed-on') }])
    expect(mayAct(state)).toMatchObject([{ id: 'd', name: 'Dario', turn: 1, part: 'sign', party: 'client' }])
  })

  it('asks those again who signed what was corrected, and goes on after a lapse that was extended', () => {
    const corrected = fold([...start, e('signed'), { at: at(7), event: { type: 'revised', again: ['c'] } }])
    expect(consequences(corrected, corrected).ask).toMatchObject([{ id: 'c', again: true }])
    const late = fold([...start, { ...e('lapsed'), at: at(41) }])
    const before = late
    const after = apply(late, { type: 'extended', lapsesAt: at(50) }, at(42))
    expect([late.status, after.status, consequences(before, after).over]).toEqual(['lapsed', 'out', 'out'])
  })

  it('is signed when the last has signed, and keeps a reason', () => {
    expect(fold([...start, e('opened'), e('signed'), e('asked', 'b'), e('signed', 'b'), e('sealed')])).toMatchObject({
      status: 'signed',
      sealed: 'f',
      people: [{ status: 'done', seen: 1 }, { status: 'done' }],
    })
    expect(fold([...start, e('declined')])).toMatchObject({ status: 'declined', reason: 'too late in the day' })
  })

  describe('with places that any one of several may take', () => {
    const hold = (id: string, place: string, turn = 1): RoundPerson => ({
      ...{ id, party: place, name: id.toUpperCase(), turn, part: 'sign' as const },
      place,
    })
    /** Places held by one to four, in turns, some with a witness of whoever takes it. */
    const places = fc.array(
      fc.record({ n: fc.integer({ min: 1, max: 4 }), turn: fc.integer({ min: 1, max: 3 }), watched: fc.boolean() }),
      { minLength: 1, maxLength: 4 },
    )
    const peopleOf = (list: { n: number; turn: number; watched: boolean }[]): RoundPerson[] =>
      list.flatMap(({ n, turn, watched }, i) => [
        ...Array.from({ length: n }, (_, k) => hold(`p${i}${k || ''}`, `p${i}`, turn)),
        ...(watched ? [{ id: `w${i}`, party: `w${i}`, name: 'W', turn, part: 'witness' as const, of: `p${i}` }] : []),
      ])
    it('one of each signs, nobody else has to, and it is over when each place is taken', () => {
      fc.assert(
        fc.property(places, fc.array(fc.nat(20), { minLength: 80, maxLength: 80 }), (list, picks) => {
          const who = peopleOf(list)
          let state = apply(EMPTY, sent(who), at(0))
          const signed: string[] = []
          for (const pick of picks) {
            if (state.status !== 'out') break
            for (const p of consequences(state, state).ask) state = apply(state, { type: 'asked', person: p.id }, at(1))
            const may = mayAct(state)
            const { id } = may[pick % may.length]!
            expect(refuse(state, { type: 'signed', person: id }, at(2))).toBeNull()
            state = apply(state, { type: 'signed', person: id }, at(2))
            signed.push(id)
            for (const other of who.filter(
              (p) => p.place && p.place === who.find((x) => x.id === id)!.place && p.id !== id,
            ))
              expect(refuse(state, { type: 'signed', person: other.id }, at(3))).not.toBeNull()
          }
          expect(state.status).toBe('signed')
          for (const [i] of list.entries()) expect(signed.filter((id) => id.startsWith(`p${i}`))).toHaveLength(1)
          expect(signed.filter((id) => id.startsWith('w'))).toHaveLength(list.filter((l) => l.watched).length)
        }),
      )
    })
    it('one who declines leaves the place to the others; the last of them declines for all', () => {
      const start = apply(EMPTY, sent([hold('a', 'a'), hold('b', 'a')]), at(0))
      const one = apply(start, { type: 'declined', person: 'a', reason: 'ill' }, at(1))
      expect([one.status, mayAct(one).map((p) => p.id)]).toEqual(['out', ['b']])
      const both = apply(one, { type: 'declined', person: 'b', reason: 'no' }, at(2))
      expect([both.status, both.reason]).toEqual(['declined', 'no'])
    })
    it('tells those who were asked and needn’t any more, and nobody else', () => {
      let state = apply(EMPTY, sent([hold('a', 'a'), hold('b', 'a'), hold('c', 'a'), hold('d', 'd', 2)]), at(0))
      for (const person of ['a', 'b']) state = apply(state, { type: 'asked', person }, at(1))
      const after = apply(state, { type: 'signed', person: 'a' }, at(2))
      expect(newsOf(state, after)).toMatchObject({ news: 'taken', people: [{ id: 'b' }] })
      expect(newsOf(after, apply(after, { type: 'signed', person: 'd' }, at(3)))).toBeNull()
    })
  })
})
