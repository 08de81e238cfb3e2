import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fonts, paper } from '../../tests/support/paper'
import { p } from '../document/build'
import { walkInlines } from '../document/walk'
import { type MergeContext, merge } from '../merge/merge'
import { type Minor, minor } from '../money/money'
import { planStages } from '../payment-plan/plan'
import { applyChoices } from '../pricing/choices'
import { type PricedLine, price } from '../pricing/pricing'
import { expandTables } from './expand'
import type { PaperFigures } from './figures'
import { layoutDocument } from './layout'
import { changes, figuresFor, moveMarks, restate } from './restate'
import { toRead, tableWords, partsAt } from './seen'

const line = (key: string, over: Partial<PricedLine> = {}): PricedLine => ({
  key,
  description: `The ${key}`,
  unit: '',
  quantity: '1',
  unitPrice: minor(10000),
  discount: null,
  taxRate: '20',
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...over,
})
const LINES = [
  line('sauna'),
  line('tub', { optional: true, unitPrice: minor(9501) }),
  line('wood', { group: 'fuel', unitPrice: minor(3300) }),
  line('gas', { group: 'fuel', chosen: false, unitPrice: minor(4750), taxRate: '5' }),
  line('keeper', {
    quantity: '6',
    unit: 'h',
    unitPrice: minor(2833),
    clientQuantity: { min: '4', max: '12', step: '1' },
  }),
]
const planned: PaperFigures['planned'] = {
  plan: {
    stages: [
      { key: 'deposit', label: 'Deposit', amount: { percent: '30' }, due: { afterAcceptance: 3 } },
      { key: 'balance', label: 'Balance', amount: 'remainder', due: { fromDay: -2 } },
    ],
    damageDeposit: { amount: minor(20000), due: { fromDay: -2 } },
  },
  acceptedOn: null,
  jobDay: '2027-05-01',
  payments: [],
}

function figures(over: Partial<PaperFigures> = {}): PaperFigures {
  const pricing = { lines: LINES, discount: { percent: '7.5' }, pricesIncludeTax: false }
  const priced = price(pricing)
  const { stages } = planStages({ ...planned!, total: priced.total, today: '2026-01-01' })
  return { pricing, priced, stages, currency: 'GBP', open: true, planned: planned!, ...over }
}
const value = (path: string, type: 'amount' | 'day', v: number | string) =>
  [
    path,
    { value: v, type, label: path, source: { path, label: path, record: 'plan' as const, id: null, fact: null } },
  ] as const
/** A paper whose words name its figures in every way they can be named. */
function written(f: PaperFigures, language = 'en-GB') {
  const [deposit, balance] = f.stages
  const context: MergeContext = {
    values: Object.fromEntries([
      value('money.total', 'amount', f.priced.total),
      value('money.tax', 'amount', f.priced.tax),
      value('money.net', 'amount', f.priced.net),
      value('money.deposit', 'amount', deposit!.amount),
      value('money.balance', 'amount', balance!.amount),
      value('money.balance.due', 'day', balance!.dueOn!),
    ]),
    lists: {},
    currency: 'GBP',
  }
  const words = p(
    'In all {money.total} ({money.total|words}), of it {money.tax} tax on {money.net}; {money.deposit} first, {money.balance} by {money.balance.due|long}.',
  )
  return merge(
    paper(
      [
        { t: 'priceTable', party: 'client' },
        words,
        { t: 'list', ordered: false, items: [[p('then {money.balance}')]] },
        { t: 'planTable' },
      ],
      { language },
    ),
    context,
  ).document
}
const choice = fc.record({ tub: fc.boolean(), gas: fc.boolean(), hours: fc.integer({ min: 4, max: 12 }) }).map((c) => ({
  taken: { tub: c.tub, gas: c.gas, wood: !c.gas },
  quantities: { keeper: String(c.hours) },
}))
const textOf = (d: ReturnType<typeof written>) =>
  [...walkInlines(d.body)].map((i) => (i.t === 'text' ? i.text : '')).join('')

describe('what a paper says once it is chosen', () => {
  it('is what it would say had it been written with that choice, whatever the choice and the language', () => {
    fc.assert(
      fc.property(choice, fc.constantFrom('en-GB', 'de', 'fr', 'ar'), (chosen, language) => {
        const f = figures()
        const now = figuresFor(f, chosen)
        // The oracle: priced, planned and written anew from the chosen lines.
        const pricing = { ...f.pricing, lines: applyChoices(LINES, chosen).lines }
        const priced = price(pricing)
        const { stages } = planStages({ ...planned!, total: priced.total, today: '2026-01-01' })
        expect(now.priced).toEqual(priced)
        expect(now.stages).toEqual(stages)
        const anew = written({ ...f, pricing, priced, stages }, language)
        expect(restate(written(f, language), now)).toEqual(anew)
        expect(changes(f, now)).toBe(
          JSON.stringify(priced) !== JSON.stringify(f.priced) ||
            JSON.stringify(pricing.lines) !== JSON.stringify(LINES),
        )
      }),
    )
  })
  it('names no amount but those of the choice', () =>
    fc.assert(
      fc.property(choice, (chosen) => {
        const f = figures()
        const now = { ...figuresFor(f, chosen), accepted: true }
        const laid = layoutDocument(expandTables(restate(written(f), now), now), fonts)
        const printed = laid.pages.flatMap((x) => x.items.flatMap((i) => (i.k === 'text' ? [i.text] : []))).join(' ')
        const amounts = [...printed.matchAll(/−?£([\d,]+\.\d\d)/g)].map(
          (m) => Number(m[1]!.replace(/,/g, '').replace('.', '')) as Minor,
        )
        const known = new Set<number>([
          ...now.pricing.lines.map((l) => l.unitPrice),
          ...now.priced.lines.flatMap((l) => [l.net, l.discount]),
          ...now.priced.groups.flatMap((g) => [g.net, g.tax]),
          ...now.stages.map((s) => s.amount),
          ...[now.priced.subtotal, now.priced.discount, now.priced.net, now.priced.tax, now.priced.total],
        ])
        expect(amounts.length).toBeGreaterThan(12)
        for (const a of amounts) expect(known).toContain(a)
        expect(printed).not.toContain('proposed')
      }),
      { numRuns: 25 },
    ))
  it('leaves what hangs on no figure as it was, and figures kept without their plan as they stand', () => {
    const { planned: _, ...bare } = figures()
    const now = figuresFor(bare, { taken: { tub: false }, quantities: {} })
    expect(now.stages).toEqual(bare.stages)
    expect(now.priced.total).toBeLessThan(bare.priced.total)
    const plain = paper([p('Nothing of the kind.')])
    expect(restate(plain, now)).toEqual(plain)
    expect(textOf(restate(written(figures()), figures()))).toBe(textOf(written(figures())))
  })
  it('puts marks where their places now are, also on a page that came with it', () => {
    const at = (key: string, page: number, x = 0) => ({
      page,
      x,
      y: 0,
      w: 1,
      h: 1,
      field: { key, type: 'initials' as const, party: 'c', label: key, required: true },
    })
    const marks = [at('i', 1), at('s', 1, 5), at('i', 2)].map((place, n) => ({ at: place, n }))
    expect(
      moveMarks(marks, [at('i', 1, 9), at('i', 2), at('s', 2, 7), at('i', 3), at('none', 1)]).map((m) => [
        m.at.page,
        m.at.x,
        m.n,
      ]),
    ).toEqual([
      [1, 9, 0],
      [2, 0, 2],
      [2, 7, 1],
      [3, 0, 2],
    ])
  })
})

describe('what is there to be read', () => {
  it('is every word, field and row in order, however it is spaced', () => {
    const f = figures()
    const read = toRead(written(f), tableWords(f, true))
    expect(read).toContain('⟦prices⟧ThesaunaThetubThewoodThegasThekeeper')
    expect(read).toContain('⟦plan⟧DepositBalance')
    expect(toRead(written(f), tableWords(f, false))).toContain('⟦prices⟧ThesaunaThetubThewoodThekeeper')
  })
  it('is told apart at the place where it parts', () => {
    expect(partsAt('abc', 'abc')).toBeNull()
    expect(partsAt('the end of it', 'the end')).toEqual({ paper: 'the end of it', page: 'the end' })
  })
})
