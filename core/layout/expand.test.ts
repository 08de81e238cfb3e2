import { describe, expect, it } from 'vitest'
import { paper } from '../../tests/support/paper'
import type { Block } from '../document/model'
import { walkInlines, fieldsOf, walkBlocks } from '../document/walk'
import type { FieldSpec } from '../document/field'
import { minor } from '../money/money'
import { type PricedLine, price } from '../pricing/pricing'
import { expandTables } from './expand'
import { type PaperFigures, totalText } from './figures'

const line = (over: Partial<PricedLine>): PricedLine => ({
  key: 'a',
  description: 'Barrel sauna',
  unit: '',
  quantity: '1',
  unitPrice: minor(42000),
  discount: null,
  taxRate: '20',
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...over,
})
const lines = [
  line({}),
  line({ key: 'tub', description: 'Cold plunge tub', unitPrice: minor(9500), optional: true, chosen: false }),
  line({
    key: 'fire',
    description: 'Fire-keeper',
    unit: 'h',
    quantity: '6',
    unitPrice: minor(2800),
    clientQuantity: { min: '4', max: '12', step: '1' },
  }),
  line({ key: 'wood', description: 'Birch', unitPrice: minor(900), taxRate: '5', discount: { percent: '10' } }),
]
const figures = (over: Partial<PaperFigures> = {}): PaperFigures => {
  const pricing = { lines, discount: { percent: '5' }, pricesIncludeTax: false }
  return { pricing, priced: price(pricing), stages: [], currency: 'GBP', open: true, ...over }
}
const TABLE: Block[] = [{ t: 'priceTable', party: 'client' }]
const expanded = (f: PaperFigures) => expandTables(paper(TABLE), f)

/** What the tables say, cell by cell. */
function cells(f: PaperFigures): string[][] {
  const say = (blocks: Block[]) =>
    [...walkInlines(blocks)]
      .map((i) => (i.t === 'text' ? i.text : ''))
      .join('')
      .trim()
  const rows: string[][] = []
  const visit = (blocks: Block[]) => {
    for (const b of blocks)
      if (b.t === 'table') for (const r of b.rows) rows.push(r.cells.map(say))
      else if (b.t === 'keep') visit(b.content)
  }
  visit(expanded(f).body)
  return rows
}
const pounds = (s: string) => Number(s.replace(/[^\d.]/g, ''))

describe('a price table', () => {
  it('adds up as it stands on the paper, to the penny', () => {
    const rows = cells(figures())
    const amount = (label: string) => pounds(rows.find((r) => r[0]!.startsWith(label))!.at(-1)!)
    const counted = rows.slice(0, 4).filter((r) => !r.at(-1)!.includes('if taken'))
    expect(counted.reduce((n, r) => n + pounds(r.at(-1)!), 0)).toBeCloseTo(amount('Together'), 2)
    expect(amount('Together') - amount('Discount on the whole')).toBeCloseTo(amount('Sum without tax'), 2)
    const tax = rows.filter((r) => r[0]!.startsWith('Tax at')).reduce((n, r) => n + pounds(r.at(-1)!), 0)
    expect(amount('Sum without tax') + tax).toBeCloseTo(amount('Total as proposed'), 2)
    expect(rows.filter((r) => r[0]!.startsWith('Tax at'))).toHaveLength(2)
  })

  it('has a box for each choice while it is open, and none once it is agreed', () => {
    const fields = (f: PaperFigures) => fieldsOf(expanded(f)).map((x: FieldSpec) => [x.key, x.type, x.party])
    expect(fields(figures())).toEqual([
      ['take-tub', 'take', 'client'],
      ['quantity-fire', 'quantity', 'client'],
      ['agreed-total', 'agreed-total', 'client'],
    ])
    expect(fields(figures({ open: false }))).toEqual([])
    expect(cells(figures({ open: false })).some((r) => r[0] === 'Cold plunge tub')).toBe(false)
  })

  it('has variants beside each other with what all comes to, sections with what is off them; then what was taken alone', () => {
    const as = (name: string, taken: boolean) => ({ variant: { name, taken } })
    const evening = { section: { name: 'The evening', discount: { percent: '10' } } }
    const beside = [
      line({ unitPrice: minor(10_000), contents: [{ quantity: '2', unit: '', description: 'Bench' }], ...evening }),
      line({ key: 's', description: 'One sauna', unitPrice: minor(20_000), ...as('Small', true) }),
      line({ key: 'l', description: 'Two saunas', unitPrice: minor(30_000), ...as('Large', false) }),
    ]
    const of = (open: boolean) => {
      const pricing = { lines: beside, discount: null, pricesIncludeTax: true }
      return figures({ pricing, priced: price(pricing), open })
    }
    const first = cells(of(true)).map((r) => [r[0], r.at(-1)])
    expect(first.slice(0, 6)).toEqual([
      ['The evening10% off these together', ''],
      ['Barrel sauna2 × Bench', '£90.00'],
      ['Smallone of these', '£290.00Total'],
      ['One sauna', '£200.00'],
      ['Largeone of these', '£390.00Total'],
      ['Two saunas', '£300.00if taken'],
    ])
    const took = fieldsOf(expanded(of(true))).map((f) => f.key)
    expect(took).toEqual(['take-variant:Small', 'take-variant:Large', 'agreed-total'])
    expect(
      cells(of(false))
        .map((r) => r[0])
        .slice(0, 4),
    ).toEqual(['The evening10% off these together', 'Barrel sauna2 × Bench', 'Small', 'One sauna'])
    expect(JSON.stringify(cells(of(false)))).not.toContain('Two saunas')
  })

  it('of a client who owes the tax says so and charges none, also where prices had it inside', () => {
    const pricing = {
      lines: [line({ unitPrice: minor(12_000) })],
      discount: null,
      pricesIncludeTax: true,
      reverseCharge: true,
    }
    const rows = cells(figures({ pricing, priced: price(pricing), open: false })).map((r) => [r[0], r.at(-1)])
    expect(rows).toEqual([
      ['Barrel sauna', '£120.00'],
      ['Tax in the prices, not charged', '−£20.00'],
      ['Reverse charge: the tax is owed by the client', '£0.00'],
      ['Total', '£100.00'],
    ])
  })

  it('gives its blocks ids led by its own, each once', () => {
    const doc = expandTables(paper([{ t: 'priceTable', party: 'client', id: 'pt' }]), figures())
    const ids = [...walkBlocks(doc.body)].map((b) => b.id!)
    expect(new Set(ids).size).toBe(ids.length)
    expect(ids.every((id) => id.startsWith('pt.'))).toBe(true)
  })

  it('says the payment plan, and that nothing is asked where nothing is', () => {
    const stage = {
      key: 'deposit',
      label: 'Deposit',
      paid: minor(0),
      open: minor(100),
      state: 'planned' as const,
      held: false,
    }
    const plan = (f: PaperFigures) =>
      [...walkInlines(expandTables(paper([{ t: 'planTable' }]), f).body)]
        .map((i) => (i.t === 'text' ? i.text : ''))
        .join('|')
    expect(plan(figures({ stages: [{ ...stage, amount: minor(26057), dueOn: '2026-06-03' }] }))).toContain(
      'Deposit|3 June 2026|£260.57',
    )
    expect(plan(figures({ stages: [{ ...stage, amount: minor(26057), dueOn: null }] }))).toContain(
      'when this is agreed',
    )
    expect(plan(figures())).toBe('Nothing is to be paid.')
    expect(totalText(figures().priced, 'GBP')).toMatch(/^£\d+\.\d\d \(£\d+\.\d\d tax\)$/)
  })
})
