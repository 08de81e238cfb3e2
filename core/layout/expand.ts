import { localeOf } from '../calendar/locale'
import type { Block, Inline, PaperDocument } from '../document/model'
import { cell, para, run } from '../document/plain'
import { mapBlocks } from '../document/walk'
import { formatDate } from '../merge/merge'
import { fill } from '../text/fill'
import { type TableSays, tableSays } from '../merge/table-words'
import { formatMoney } from '../money/money'
import { typedDecimal } from '../money/typed'
import type { PlanInput, Stage } from '../payment-plan/plan'
import { type Priced, type PricedLine, type Pricing, counts } from '../pricing/pricing'

/**
 * The figures a paper's price and plan tables show. `open`: the client may still choose; `accepted`: they have. `planned` is
 * what the stages are worked out from, so that they can be for another total.
 */
export interface PaperFigures {
  pricing: Pricing
  priced: Priced
  stages: readonly Stage[]
  currency: string
  open: boolean
  accepted?: boolean
  planned?: Omit<PlanInput, 'total' | 'today'>
}

/** `6 h`, or just `6` where the line has no unit; the number as it is written in a language. */
export function quantityText(line: Pick<PricedLine, 'quantity' | 'unit'>, language = 'en'): string {
  return `${typedDecimal(line.quantity, localeOf(language))} ${line.unit}`.trimEnd()
}

/** The key of the field that takes or leaves a line, or sets its quantity. */
const takeKey = (line: string) => `take-${line}`
const quantityKey = (line: string) => `quantity-${line}`
const AGREED_TOTAL = 'agreed-total'

/** Blocks that stand for another, with ids led by its own: where a page begins among them is a place in the document. */
function named(id: string | undefined, blocks: Block[]): Block[] {
  let n = 0
  return id ? mapBlocks(blocks, (b) => [{ ...b, id: `${id}.${(n += 1)}` }]) : blocks
}

/** What a table is written with: the paper's words, its amounts and days. */
interface Hand {
  says: TableSays
  money(amount: number): string
  day(day: string): string
  /** A decimal with a point, as it is written. */
  number(decimal: string): string
  quantity(line: Pick<PricedLine, 'quantity' | 'unit'>): string
}

function handOf(language: string, currency: string): Hand {
  return {
    says: tableSays(language),
    money: (amount) => formatMoney(amount as Priced['total'], currency, localeOf(language)),
    day: (day) => formatDate(day, 'long', language),
    number: (decimal) => typedDecimal(decimal, localeOf(language)),
    quantity: (line) => quantityText(line, language),
  }
}

/** Turns price and payment-plan tables into plain tables with the figures in them, in the paper's language. */
export function expandTables(document: PaperDocument, figures: PaperFigures | null): PaperDocument {
  const hand = handOf(document.language, figures?.currency ?? 'EUR')
  const visit = (blocks: readonly Block[]): Block[] =>
    blocks.flatMap((b): Block[] => {
      if (b.t === 'priceTable') return figures ? named(b.id, priceTable(b.party, figures, hand)) : []
      if (b.t === 'planTable') return figures ? named(b.id, planTable(figures, hand)) : []
      if (b.t === 'keep') return [{ ...b, content: visit(b.content) }]
      if (b.t === 'columns') return [{ ...b, columns: b.columns.map(visit) }]
      return [b]
    })
  return { ...document, body: visit(document.body) }
}

function priceTable(party: string, { pricing, priced, open, accepted }: PaperFigures, hand: Hand): Block[] {
  const { says, money, number } = hand
  const discounts = priced.lines.some((l) => l.discount > 0)
  const lines = pricing.lines
    .map((line, i) => ({ line, result: priced.lines[i]! }))
    .filter(({ line }) => open || counts(line))
  const rows = lines.map(({ line, result }) => {
    const mayLeave = open && (line.optional || line.group !== null)
    const description: Inline[] = mayLeave
      ? [
          {
            t: 'field',
            field: {
              key: takeKey(line.key),
              type: 'take',
              party,
              label: line.description,
              required: false,
              line: line.key,
            },
          },
          run(` ${line.description}`),
        ]
      : [run(line.description)]
    const quantity: Block[] =
      open && line.clientQuantity
        ? [
            para([run(hand.quantity(line))]),
            para([
              {
                t: 'field',
                field: {
                  key: quantityKey(line.key),
                  type: 'quantity',
                  party,
                  label: `${says.quantity}: ${line.description}`,
                  required: false,
                  line: line.key,
                },
              },
            ]),
          ]
        : cell(hand.quantity(line))
    const notes = [
      mayLeave ? (line.group !== null ? says.oneOf : says.takeOrLeave) : '',
      open && line.clientQuantity
        ? fill(says.howMany, {
            from: number(line.clientQuantity.min),
            to: number(line.clientQuantity.max),
            unit: line.unit,
          }).trim()
        : '',
    ].filter(Boolean)
    return {
      cells: [
        [para(description), ...notes.map((n) => para([run(n)], { small: true }))],
        quantity,
        cell(money(line.unitPrice)),
        ...(discounts ? [cell(result.discount > 0 ? `−${money(result.discount)}` : '')] : []),
        cell(`${number(line.taxRate)}%`),
        [
          para([run(money(result.net))]),
          ...(result.counted ? [] : [para([run(accepted ? says.leftOut : says.ifTaken)], { small: true })]),
        ],
      ],
    }
  })
  const blanks = discounts ? 4 : 3
  const sumRow = (label: string, amount: string, strong = false) => ({
    cells: [cell(label, strong), ...Array.from({ length: blanks }, () => [] as Block[]), cell(amount, strong)],
    strong,
  })
  const sums = [
    ...(priced.discount > 0
      ? [sumRow(says.together, money(priced.subtotal)), sumRow(says.wholeDiscount, `−${money(priced.discount)}`)]
      : []),
    ...(pricing.pricesIncludeTax ? [] : [sumRow(says.withoutTax, money(priced.net))]),
    ...priced.groups.map((g) =>
      sumRow(
        fill(pricing.pricesIncludeTax ? says.taxWithin : says.taxOn, { rate: `${number(g.rate)}%`, net: money(g.net) }),
        money(g.tax),
      ),
    ),
    sumRow(open && !accepted ? says.proposed : says.total, money(priced.total), true),
  ]
  const columns = [
    { width: 200 },
    { width: 52 },
    { width: 66, align: 'right' as const },
    ...(discounts ? [{ width: 58, align: 'right' as const }] : []),
    { width: 36, align: 'right' as const },
    { width: 74, align: 'right' as const },
  ]
  const head = [says.what, says.quantity, says.each, ...(discounts ? [says.discount] : []), says.tax, says.amount].map(
    (t) => [run(t)],
  )
  return [
    { t: 'table', columns, head, rows },
    {
      t: 'keep',
      content: [
        { t: 'table', columns, head: [], rows: sums },
        ...(open
          ? [
              {
                t: 'paragraph',
                align: 'right',
                content: [
                  run(`${says.accepted} `),
                  {
                    t: 'field',
                    field: {
                      key: AGREED_TOTAL,
                      type: 'agreed-total',
                      party,
                      label: says.filled,
                      required: false,
                    },
                  },
                ],
              } as Block,
            ]
          : []),
      ],
    },
  ]
}

function planTable({ stages }: PaperFigures, { says, money, day }: Hand): Block[] {
  const asked = stages.filter((s) => s.amount > 0)
  if (asked.length === 0) return [para([run(says.nothing)])]
  return [
    {
      t: 'table',
      columns: [{ width: 150 }, { width: 200 }, { width: 90, align: 'right' }],
      head: [[run(says.payment)], [run(says.due)], [run(says.amount)]],
      rows: asked.map((s) => ({
        cells: [
          cell(s.held ? fill(says.held, { label: says.damage }) : s.label),
          cell(s.dueOn ? day(s.dueOn) : says.agreed),
          cell(money(s.amount)),
        ],
      })),
    },
  ]
}

/** The words of a total for its place on the paper: exact, with the currency's sign and the tax in it. */
export function totalText(priced: Priced, currency: string, language = 'en'): string {
  const { says, money } = handOf(language, currency)
  return fill(says.taxIn, { total: money(priced.total), tax: money(priced.tax) })
}
