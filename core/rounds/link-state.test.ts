import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mayRead, linkStateFor } from './link-state'
import { type RoundEvent, type RoundPerson, type RoundState, mayAct } from './rounds'
import { fold } from './fold'

const people: RoundPerson[] = [
  { id: 'client', party: 'client', name: 'Petra', turn: 1, part: 'sign' },
  { id: 'owner', party: 'business', name: 'Maren', turn: 2, part: 'sign' },
  { id: 'friend', party: 'copy', name: 'Jo', turn: 1, part: 'copy' },
]
const at = (n: number) => new Date(Date.UTC(2026, 5, 1, 9, n)).toISOString()
const person = fc.constantFrom('client', 'owner', 'friend')
const event: fc.Arbitrary<RoundEvent> = fc.oneof(
  fc.record({
    type: fc.constantFrom('asked', 'opened', 'signed', 'copied', 'nudged', 'shown', 'closed', 'reopened'),
    person,
  }) as fc.Arbitrary<RoundEvent>,
  fc.constantFrom<RoundEvent[]>(
    { type: 'paused', reason: '' },
    { type: 'resumed' },
    { type: 'withdrawn', reason: '' },
    { type: 'extended', lapsesAt: at(400) },
    { type: 'lapsed' },
    { type: 'declined', person: 'client', reason: '' },
  ),
)
const history = fc
  .array(event, { maxLength: 25 })
  .map((events): RoundState =>
    fold([
      { at: at(0), event: { type: 'sent', people, lapsesAt: at(300) } },
      ...events.map((e, i) => ({ at: at(i + 1), event: e })),
    ]),
  )
const each = (state: RoundState, time: string) =>
  state.people.map((p) => ({ p, standing: linkStateFor(state, p, time) }))

describe('what somebody may read', () => {
  it('is nothing while the round is on hold, withdrawn, declined by another or past its time', () => {
    fc.assert(
      fc.property(history, (state) => {
        for (const { p, standing } of each(state, at(30))) {
          if (state.status === 'out' && state.paused !== null) expect(mayRead(standing)).toBe(false)
          if (state.status === 'withdrawn' && p.status !== 'done') expect(mayRead(standing)).toBe(false)
        }
        if (state.status === 'out')
          for (const { p, standing } of each(state, at(500)))
            if (state.lapsesAt && state.lapsesAt <= at(500) && p.status !== 'done')
              expect(mayRead(standing)).toBe(false)
      }),
    )
  })

  it('is open to fill for those who may act, and for nobody else', () => {
    fc.assert(
      fc.property(history, (state) => {
        const able = mayAct(state).map((p) => p.id)
        for (const { p, standing } of each(state, at(30))) expect(standing === 'open').toBe(able.includes(p.id))
      }),
    )
  })
})
