import type { Day } from '../calendar/dates'
import { localeOf } from '../calendar/locale'
import type { PaperDocument } from '../document/model'
import { cell, para, run } from '../document/plain'
import { formatDate } from '../merge/merge'
import { tableSays } from '../merge/table-words'
import { type Minor, formatMoney } from '../money/money'
import { typedDecimal } from '../money/typed'
import { fill } from '../text/fill'
import type { Credit } from './credit'
import { headBlocks, sheetOf, taxWords } from './document'
import type { InvoiceHead } from './invoice'
import { invoiceSays } from './words'

/** A credit note as a paper: of which invoice, by rate, and why; in the invoice's language, from and to the same. */
export function creditDocument(head: InvoiceHead, credit: Credit): PaperDocument {
  const says = invoiceSays(head.language)
  const table = tableSays(head.language)
  const money = (n: Minor) => formatMoney(n, head.currency, localeOf(head.language))
  const day = (d: Day) => formatDate(d, 'long', head.language)
  const rate = (r: string) => `${typedDecimal(r, localeOf(head.language))}%`
  const columns = [{ width: 250 }, { width: 90, align: 'right' as const }, { width: 146, align: 'right' as const }]
  const row = (label: string, amount: string, strong = false) => ({
    cells: [[para([run(label, strong)])], [], [para([run(amount, strong)])]],
    strong,
  })
  return {
    title: fill(says.creditTitled, { number: head.number }),
    ...sheetOf(head, says),
    body: [
      headBlocks(head, says, says.credit),
      { t: 'space', height: 14 },
      para([run(fill(says.creditOf, { number: credit.invoice, date: day(credit.invoicedOn) }), true)]),
      ...(credit.words ? [para([run(credit.words)])] : []),
      { t: 'space', height: 8 },
      {
        t: 'table',
        columns,
        head: [table.what, table.tax, table.amount].map((t) => [run(t)]),
        rows: credit.groups.map((g) => ({ cells: [cell(head.jobTitle), cell(rate(g.rate)), cell(money(g.net))] })),
      },
      {
        t: 'keep',
        content: [
          {
            t: 'table',
            columns,
            head: [],
            rows: [
              row(table.withoutTax, money(credit.net)),
              ...credit.groups.map((g) => row(taxWords(head, g), money(g.tax))),
              row(says.credited, money(credit.total), true),
            ],
          },
        ],
      },
    ],
  }
}
