import type { Block, Inline, TableRow } from '../document/model'
import { cell, para, run } from '../document/plain'
import { contentText } from '../pricing/contents'
import { headed, totalWith } from '../pricing/headings'
import { type LineResult, type PricedLine, counts } from '../pricing/pricing'
import { variantKey } from '../pricing/variants'
import { fill } from '../text/fill'
import type { Hand, PaperFigures } from './figures'

/** The key of the field that takes or leaves a line or variant, or sets a line's quantity. */
const takeKey = (line: string) => `take-${line}`
const quantityKey = (line: string) => `quantity-${line}`
const AGREED_TOTAL = 'agreed-total'

/** A field of the price table in the line of words it stands in. */
const inTable = (
  type: 'take' | 'quantity' | 'agreed-total',
  key: string,
  of: { party: string; label: string; line?: string },
): Inline => ({ t: 'field', field: { key, type, required: false, ...of } })

const small = (words: string): Block => para([run(words)], { small: true })

/** What may be chosen of a line, and what it is made up of, as its small print says it. */
function notesOf(line: PricedLine, open: boolean, { says, number, money, language }: Hand): string[] {
  const limits = open ? line.clientQuantity : null
  return [
    ...(line.contents ?? []).map((c) => contentText(c, language)),
    open && line.group !== null ? says.oneOf : open && line.optional ? says.takeOrLeave : '',
    limits ? fill(says.howMany, { from: number(limits.min), to: number(limits.max), unit: line.unit }).trim() : '',
    ...(limits ? (line.breaks ?? []).slice(1) : []).map((b) =>
      fill(says.fromMany, { from: number(b.from), price: money(b.unitPrice) }),
    ),
  ].filter(Boolean)
}

/**
 * The price table of a paper: each line with its sum, under the names of its variant and section; beneath, what is taken off
 * and the tax by rate. While it is open, whatever may be chosen has its field, and each variant its total.
 */
export function priceTable(party: string, { pricing, priced, open, accepted }: PaperFigures, hand: Hand): Block[] {
  const { says, money, number } = hand
  const discounts = priced.lines.some((l) => l.discount > 0)
  const blanks = discounts ? 4 : 3
  const empty = (n: number) => Array.from({ length: n }, () => [] as Block[])
  const sumRow = (label: string, amount: string, strong = false): TableRow => ({
    cells: [cell(label, strong), ...empty(blanks), cell(amount, strong)],
    strong,
  })

  const lineRow = (line: PricedLine, result: LineResult): TableRow => {
    const mayLeave = open && (line.optional || line.group !== null)
    const label = line.description
    const description: Inline[] = mayLeave
      ? [inTable('take', takeKey(line.key), { party, label, line: line.key }), run(` ${label}`)]
      : [run(label)]
    const quantity: Block[] =
      open && line.clientQuantity
        ? [
            para([run(hand.quantity(line))]),
            para([
              inTable('quantity', quantityKey(line.key), {
                party,
                label: `${says.quantity}: ${label}`,
                line: line.key,
              }),
            ]),
          ]
        : cell(hand.quantity(line))
    return {
      cells: [
        [para(description), ...notesOf(line, open, hand).map(small)],
        quantity,
        cell(money(line.unitPrice)),
        ...(discounts ? [cell(result.discount > 0 ? `−${money(result.discount)}` : '')] : []),
        cell(`${number(line.taxRate)}%`),
        [para([run(money(result.net))]), ...(result.counted ? [] : [small(accepted ? says.leftOut : says.ifTaken)])],
      ],
    }
  }
  const variantRow = (name: string): TableRow => {
    const key = variantKey(name)
    const words: Inline[] = [run(` ${name}`, true)]
    return {
      cells: [
        open
          ? [para([inTable('take', takeKey(key), { party, label: name, line: key }), ...words]), small(says.oneOf)]
          : [para(words)],
        ...empty(blanks),
        open ? [para([run(money(totalWith(pricing, name)), true)]), small(says.total)] : [],
      ],
    }
  }
  const sectionRow = ({ name, discount }: NonNullable<PricedLine['section']>): TableRow => {
    const off = discount && ('percent' in discount ? `${number(discount.percent)}%` : money(discount.amount))
    return {
      cells: [
        [para([run(name, true)]), ...(off ? [small(fill(says.sectionDiscount, { off }))] : [])],
        ...empty(blanks + 1),
      ],
    }
  }
  const lines = pricing.lines.flatMap((line, i) => (open || counts(line) ? [{ line, result: priced.lines[i]! }] : []))
  const rows = headed(lines, (l) => l.line).flatMap(({ item: { line, result }, variant, section }) => [
    ...(variant ? [variantRow(variant.name)] : []),
    ...(section ? [sectionRow(section)] : []),
    lineRow(line, result),
  ])
  const taxRows = () => {
    if (!pricing.reverseCharge)
      return priced.groups.map((g) =>
        sumRow(
          fill(pricing.pricesIncludeTax ? says.taxWithin : says.taxOn, {
            rate: `${number(g.rate)}%`,
            net: money(g.net),
          }),
          money(g.tax),
        ),
      )
    const within = pricing.pricesIncludeTax ? priced.subtotal - priced.discount - priced.net : 0
    return [...(within ? [sumRow(says.notCharged, `−${money(within)}`)] : []), sumRow(says.reverseCharge, money(0))]
  }
  const sums = [
    ...(priced.discount > 0
      ? [sumRow(says.together, money(priced.subtotal)), sumRow(says.wholeDiscount, `−${money(priced.discount)}`)]
      : []),
    ...(pricing.pricesIncludeTax ? [] : [sumRow(says.withoutTax, money(priced.net))]),
    ...taxRows(),
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
  const agreed: Block = {
    t: 'paragraph',
    align: 'right',
    content: [run(`${says.accepted} `), inTable('agreed-total', AGREED_TOTAL, { party, label: says.filled })],
  }
  return [
    { t: 'table', columns, head, rows },
    { t: 'keep', content: [{ t: 'table', columns, head: [], rows: sums }, ...(open ? [agreed] : [])] },
  ]
}
