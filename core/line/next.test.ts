import { describe, expect, it } from 'vitest'
import { move, ours } from '../../tests/support/moves'
import { minor } from '../money/money'
import { moveOf } from '../rounds/move'
import type { RoundEvent, RoundPerson } from '../rounds/rounds'
import { fold } from '../rounds/fold'
import type { LineFacts, PaperFact } from './line'
import { nextStep } from './next'

const paper = (over: Partial<PaperFact>): PaperFact => ({
  id: 'p1',
  kind: 'quote',
  title: 'Quote',
  state: 'draft',
  move: null,
  reason: null,
  since: null,
  ...over,
})
const facts = (over: Partial<LineFacts> = {}): LineFacts => ({
  expects: { quote: true, contract: true, waivers: 0, invoice: 'day' },
  papers: [],
  agreedOn: null,
  total: minor(86856),
  stages: [],
  paid: minor(0),
  invoice: null,
  day: '2026-06-26',
  endDay: null,
  currency: 'GBP',
  ...over,
})
const ines = { name: 'Ines Marlow', email: 'ines@marlow.example' }
const accepted = paper({ state: 'signed' })

describe('the next step', () => {
  it.each<[string, LineFacts, typeof ines | null, string, string]>([
    ['no client', facts(), null, 'add-client', 'Say who the client is'],
    ['nothing made', facts(), ines, 'make-quote', 'Make the quote'],
    ['nothing priced', facts({ total: minor(0) }), ines, 'price', 'Say what it costs'],
    ['a draft', facts({ papers: [paper({})] }), ines, 'send-paper', 'Send the quote'],
    [
      'out with the client',
      facts({ papers: [paper({ state: 'out', move: move() })] }),
      ines,
      'nudge',
      'Ines Marlow has the quote',
    ],
    ['declined', facts({ papers: [paper({ state: 'declined' })] }), ines, 'make-quote', 'Quote declined'],
    ['lapsed', facts({ papers: [paper({ state: 'lapsed' })] }), ines, 'open-paper', 'Quote lapsed unsigned'],
    ['withdrawn', facts({ papers: [paper({ state: 'withdrawn' })] }), ines, 'make-quote', 'Make a new quote'],
    ...(
      [
        ['a message that came back', 'bounced', 'The message to Ines came back'],
        ['somebody out of tries', 'locked', 'Ines is out of tries'],
        ['an open question', 'asks', 'Ines asks something'],
        ['a round on hold', 'held', 'On hold'],
      ] as const
    ).map(
      ([what, why, title]) =>
        [
          what,
          facts({ papers: [paper({ state: 'out', move: move({ stuck: { why, who: 'Ines' } }) })] }),
          ines,
          'open-paper',
          title,
        ] as [string, LineFacts, typeof ines, string, string],
    ),
    [
      'two who have it',
      facts({ papers: [paper({ state: 'out', move: move({ names: ['Petra', 'Jan'] }) })] }),
      ines,
      'nudge',
      'Petra and Jan have the quote',
    ],
    [
      'whoever no message reaches',
      facts({ papers: [paper({ state: 'out', move: move({ nudge: false }) })] }),
      ines,
      'open-paper',
      'Ines Marlow has the quote',
    ],
    [
      'the owner who signs first',
      facts({
        papers: [accepted, paper({ kind: 'contract', title: 'NDA', state: 'out', move: ours({ begun: false }) })],
      }),
      ines,
      'countersign',
      'Sign the NDA',
    ],
    [
      'overdue',
      facts({
        agreedOn: '2026-05-01',
        papers: [accepted, paper({ kind: 'contract', state: 'signed' })],
        stages: [
          {
            key: 'deposit',
            label: 'Deposit',
            amount: minor(100),
            paid: minor(0),
            open: minor(100),
            dueOn: '2026-05-03',
            state: 'overdue',
            held: false,
          },
        ],
      }),
      ines,
      'ask-money',
      '£1.00 overdue',
    ],
    ['accepted', facts({ papers: [accepted] }), ines, 'make-contract', 'Make the contract'],
    [
      'to countersign',
      facts({ papers: [accepted, paper({ kind: 'contract', title: 'Hire agreement', state: 'out', move: ours() })] }),
      ines,
      'countersign',
      'Countersign the hire agreement',
    ],
    [
      'agreed, before the day',
      facts({ papers: [accepted, paper({ kind: 'contract', state: 'signed' })], agreedOn: '2026-06-01' }),
      ines,
      'none',
      'The invoice comes on the day',
    ],
    [
      'a session with waivers to come',
      facts({ expects: { quote: false, contract: false, waivers: 3, invoice: 'never' } }),
      null,
      'guests',
      '3 waivers to come',
    ],
    [
      'nothing left',
      facts({ expects: { quote: false, contract: false, waivers: 0, invoice: 'never' } }),
      null,
      'none',
      'Nothing to do',
    ],
  ])('%s', (_, f, client, act, title) => expect(nextStep(f, client, '2026-06-09')).toMatchObject({ act, title }))
})

describe('whose move a round is', () => {
  const person = (id: string, over: object = {}): RoundPerson => ({
    id,
    party: id,
    name: id.toUpperCase(),
    turn: 1,
    part: 'sign',
    of: null,
    ...over,
  })
  const known =
    (members: string[], away: string[] = []) =>
    (id: string) => ({
      member: members.includes(id),
      reachable: !away.includes(id),
    })
  const after = (people: RoundPerson[], ...events: object[]) =>
    fold(
      [{ type: 'sent', people, lapsesAt: null }, ...events].map((event, i) => ({
        at: `2026-06-01T10:0${i}:00.000Z`,
        event: event as RoundEvent,
      })),
    )
  const two = [person('a'), person('b', { turn: 2 })]
  it('is the member’s where only members are waited for, and says who comes after', () => {
    expect(moveOf(after(two), known(['a']))).toMatchObject({ whose: 'ours', begun: false, after: ['B'], nudge: false })
    expect(moveOf(after(two, { type: 'signed', person: 'a' }), known(['b']))).toMatchObject({
      whose: 'ours',
      begun: true,
      after: [],
    })
    const together = [person('a'), person('b')]
    expect(moveOf(after(together), known(['a']))).toMatchObject({ whose: 'others', names: ['A', 'B'], nudge: true })
  })
  it('is stuck by what only the business can mend, the weightiest first', () => {
    const asked = { type: 'asked', person: 'a' }
    const bounced = { type: 'bounced', person: 'a', reason: 'no such mailbox' }
    const stuck = (...events: object[]) => moveOf(after(two, ...events), known([]), ['a']).stuck
    expect(stuck()).toEqual({ why: 'asks', who: 'A' })
    expect(stuck(asked, bounced)).toEqual({ why: 'bounced', who: 'A' })
    expect(stuck(asked, bounced, { type: 'closed', person: 'a' })).toEqual({ why: 'locked', who: 'A' })
    expect(stuck(asked, bounced, { type: 'paused', reason: '' })).toEqual({ why: 'held', who: '' })
  })
  it('can be nudged only where a nudge reaches somebody', () => {
    expect(moveOf(after(two), known([], ['a'])).nudge).toBe(false)
    expect(moveOf(after(two, { type: 'paused', reason: '' }), known([])).nudge).toBe(false)
    expect(moveOf(after(two, { type: 'closed', person: 'a' }), known([])).nudge).toBe(false)
  })
})
