import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { FieldSpec } from '../document/field'
import { agreedOf, markIn, valuesOf } from './agreed'
import type { RoundEvent, RoundPerson } from './rounds'
import { fold } from './fold'

const at = (i: number) => `2026-06-01T10:${String(i).padStart(2, '0')}:00.000Z`
const person = (n: number, over: Partial<RoundPerson> = {}): RoundPerson => ({
  id: `p${n}`,
  party: `party${n % 3}`,
  name: `Person ${n}`,
  turn: 1,
  part: 'sign',
  of: null,
  ...over,
})
const list = (...events: object[]) => events.map((event, i) => ({ at: at(i), event: event as RoundEvent }))
const sent = (people: RoundPerson[]) => ({ type: 'sent', people, lapsesAt: null })
const signed = (id: string, over: object = {}) => ({
  type: 'signed',
  person: id,
  values: {},
  taken: {},
  quantities: {},
  ...over,
})
const field = (key: string, party: string, type: FieldSpec['type'] = 'text'): FieldSpec => ({
  key,
  party,
  type,
  label: key,
  required: false,
})

describe('what was agreed', () => {
  it('is what stands after any history: the last of each who signed, nothing of whoever signs again or was replaced', () => {
    const act = fc.record({
      type: fc.constantFrom(
        'signed',
        'signed',
        'signed',
        'on-paper',
        'revised',
        'replaced',
        'passed-on',
        'declined',
        'paused',
        'resumed',
        'withdrawn',
      ),
      who: fc.nat(5),
      again: fc.uniqueArray(fc.nat(5)),
    })
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.array(act, { maxLength: 30 }), (n, acts) => {
        const events = list(
          sent(Array.from({ length: n }, (_, i) => person(i))),
          ...acts.map(({ type, who, again }, i) => ({
            type,
            person: `p${who}`,
            values: { answer: `at ${i}` },
            taken: { tub: i % 2 === 0 },
            quantities: {},
            again: again.map((x) => `p${x}`),
            by: person(10 + i),
            reason: 'r',
          })),
        )
        const state = fold(events)
        const { given, choices } = agreedOf(events)
        const done = state.people.filter((p) => p.status === 'done')
        expect([...given.keys()].sort()).toEqual(done.map((p) => p.id).sort())
        for (const p of done) {
          // Looked for from the end: the event at which they became what they are.
          const made = events.findLast((e) => e.at === p.doneAt)!.event as unknown as {
            person: string
            values: { answer: string }
          }
          expect(made.person).toBe(p.id)
          expect(given.get(p.id)!.values.answer).toBe(made.values.answer)
          expect(given.get(p.id)!.party).toBe(p.party)
        }
        const last = done
          .map((p) => p.doneAt!)
          .sort()
          .at(-1)
        expect(choices.taken.tub).toBe(last === undefined ? undefined : Number(last.slice(14, 16)) % 2 === 1)
      }),
    )
  })
  it('choosing anew as it was proposed, after a correction, doesn’t bring back what was chosen before', () => {
    const { choices } = agreedOf(
      list(sent([person(0)]), signed('p0', { taken: { tub: false } }), { type: 'paused', reason: '' }),
    )
    expect(choices.taken).toEqual({ tub: false })
    const two = [person(0), person(1, { turn: 2 })]
    const again = agreedOf(
      list(sent(two), signed('p0', { taken: { tub: false } }), { type: 'revised', again: ['p0'] }, signed('p0')),
    )
    expect(again.choices).toEqual({ taken: {}, quantities: {} })
    const open = agreedOf(list(sent(two), signed('p0', { taken: { tub: false } }), { type: 'revised', again: ['p0'] }))
    expect(open.given.size).toBe(0)
    expect(open.choices.taken).toEqual({})
  })
  it('keeps answers to the place they were asked at, and a mark for one place before one for all', () => {
    const agreed = agreedOf<string>(
      list(
        sent([person(0), person(1)]),
        signed('p0', { values: { a: 'mine', b: 'not mine' }, signature: 'all', marks: { s2: 'one' } }),
        signed('p1', { values: { a: 'theirs', b: 'theirs' } }),
      ),
    )
    expect(valuesOf(agreed, [field('a', 'party0'), field('b', 'party1')])).toEqual({ a: 'mine', b: 'theirs' })
    const p0 = agreed.given.get('p0')!
    expect(
      [
        field('s1', 'party0', 'signature'),
        field('s2', 'party0', 'signature'),
        field('i', 'party0', 'initials'),
        field('a', 'party0'),
      ].map((f) => markIn(p0, f)),
    ).toEqual(['all', 'one', null, null])
  })
  it('knows what was signed by hand, and that it is signed anew after a correction', () => {
    const two = [person(0), person(1, { turn: 2 })]
    const hand = { type: 'on-paper', person: 'p0', day: '2026-06-01', says: 'Maren', scan: 's', pages: ['x'] }
    expect(agreedOf(list(sent(two), hand)).given.get('p0')!.onPaper).toEqual({
      day: '2026-06-01',
      says: 'Maren',
      scan: 's',
      pages: ['x'],
    })
    const corrected = agreedOf(list(sent(two), hand, { type: 'revised', again: ['p0'] }))
    expect(corrected.given.size).toBe(0)
    expect(corrected.state.people[0]!.onPaper).toBe(false)
  })
})
