import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { move, ours } from '../../tests/support/moves'
import { minor } from '../money/money'
import type { Stage } from '../payment-plan/plan'
import { type LineFacts, type PaperFact, isReady, lineOf, standing } from './line'

const paper = (over: Partial<PaperFact>): PaperFact => ({
  id: 'x',
  kind: 'quote',
  title: '',
  state: 'out',
  move: move(),
  reason: null,
  since: null,
  ...over,
})
const stage = (over: Partial<Stage>): Stage => ({
  key: 'deposit',
  label: 'Deposit',
  amount: minor(100),
  paid: minor(0),
  open: minor(100),
  dueOn: '2026-06-10',
  state: 'due',
  held: false,
  ...over,
})
const facts = (over: Partial<LineFacts> = {}): LineFacts => ({
  expects: { quote: true, contract: true, waivers: 0, invoice: 'agreed' },
  papers: [],
  agreedOn: null,
  total: minor(1000),
  stages: [],
  paid: minor(0),
  invoice: null,
  day: '2026-06-26',
  endDay: null,
  currency: 'GBP',
  ...over,
})
const state = (f: LineFacts, key: string, today = '2026-06-09') => lineOf(f, today).find((s) => s.key === key)!.state

describe('the line', () => {
  it.each([
    ['nothing made', facts(), 'quote', 'not-yet'],
    ['a draft quote', facts({ papers: [paper({ state: 'draft' })] }), 'quote', 'yours'],
    ['a quote out', facts({ papers: [paper({})] }), 'quote', 'theirs'],
    ['a declined quote', facts({ papers: [paper({ state: 'declined' })] }), 'quote', 'trouble'],
    [
      'declined, then made anew',
      facts({ papers: [paper({ state: 'declined' }), paper({ state: 'draft' })] }),
      'quote',
      'yours',
    ],
    [
      'a contract without a quote',
      facts({ papers: [paper({ kind: 'contract', state: 'signed' })] }),
      'quote',
      'skipped',
    ],
    ['a contract to countersign', facts({ papers: [paper({ kind: 'contract', move: ours() })] }), 'contract', 'yours'],
    ['the deposit asked for', facts({ agreedOn: '2026-06-01', stages: [stage({})] }), 'deposit', 'theirs'],
    [
      'the deposit late',
      facts({ agreedOn: '2026-06-01', stages: [stage({ dueOn: '2026-06-08' })] }),
      'deposit',
      'trouble',
    ],
    [
      'the deposit paid',
      facts({ agreedOn: '2026-06-01', stages: [stage({ state: 'paid', open: minor(0) })] }),
      'deposit',
      'settled',
    ],
    [
      'waivers missing with the day near',
      facts({ day: '2026-06-11', expects: { quote: false, contract: false, waivers: 2, invoice: 'never' } }),
      'waivers',
      'trouble',
    ],
    [
      'waivers missing with the day far',
      facts({ expects: { quote: false, contract: false, waivers: 2, invoice: 'never' } }),
      'waivers',
      'not-yet',
    ],
    ['the day over', facts({ day: '2026-06-08' }), 'day', 'settled'],
    ['all paid', facts({ paid: minor(1000) }), 'paid', 'settled'],
  ])('%s', (_, f, key, expected) => expect(state(f, key)).toBe(expected))

  it('always has the same seven stops, and trouble is what it speaks of first', () => {
    const papers = fc.array(
      fc
        .record({
          kind: fc.constantFrom('quote' as const, 'contract' as const, 'waiver' as const),
          state: fc.constantFrom(
            'draft' as const,
            'out' as const,
            'signed' as const,
            'declined' as const,
            'withdrawn' as const,
            'lapsed' as const,
          ),
          move: fc.constantFrom(ours(), move()),
        })
        .map(paper),
      { maxLength: 6 },
    )
    fc.assert(
      fc.property(papers, fc.boolean(), (list, contract) => {
        const f = facts({ papers: list, expects: { quote: true, contract, waivers: 1, invoice: 'day' } })
        const stops = lineOf(f, '2026-06-09')
        expect(stops.map((s) => s.key)).toEqual(['quote', 'contract', 'deposit', 'waivers', 'day', 'invoice', 'paid'])
        if (stops.some((s) => s.state === 'trouble')) expect(standing(stops, f).state).toBe('trouble')
        if (isReady(f))
          expect(list.filter((p) => p.kind === 'waiver' && p.state === 'signed').length).toBeGreaterThan(0)
      }),
    )
  })
})
