import { describe, expect, it } from 'vitest'
import { minor } from '../money/money'
import type { LineFacts, PaperFact } from './line'
import { nextStep } from './next'

const paper = (over: Partial<PaperFact>): PaperFact => ({
  id: 'p1',
  kind: 'quote',
  title: 'Quote',
  state: 'draft',
  move: null,
  waitingFor: 'Ines Marlow',
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
    ['a draft', facts({ papers: [paper({})] }), ines, 'send-paper', 'Send the quote'],
    [
      'out with the client',
      facts({ papers: [paper({ state: 'out', move: 'others' })] }),
      ines,
      'nudge',
      'Ines Marlow has the quote',
    ],
    ['declined', facts({ papers: [paper({ state: 'declined' })] }), ines, 'make-quote', 'Make a new quote'],
    ['accepted', facts({ papers: [accepted] }), ines, 'make-contract', 'Make the contract'],
    [
      'to countersign',
      facts({ papers: [accepted, paper({ kind: 'contract', title: 'Hire agreement', state: 'out', move: 'ours' })] }),
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
