import type { Day } from '../calendar/dates'
import { localeOf } from '../calendar/locale'
import type { Block, Inline, PaperDocument } from '../document/model'
import { cell, para, run } from '../document/plain'
import { quantityText } from '../layout/figures'
import { formatDate } from '../merge/merge'
import { tableSays } from '../merge/table-words'
import { type Minor, formatMoney, sum } from '../money/money'
import { spaced } from '../money/reference'
import { typedDecimal } from '../money/typed'
import type { TaxGroup } from '../pricing/pricing'
import { contentText } from '../pricing/contents'
import { fill } from '../text/fill'
import type { Invoice, InvoiceDeduction, InvoiceHead } from './invoice'
import { type InvoiceSays, invoiceSays } from './words'

const lines = (text: string): Inline[] =>
  text.split('\n').flatMap((l, i): Inline[] => (i ? [{ t: 'break' }, run(l)] : [run(l)]))

/** What a deduction is: paid already, or asked for on its own by a day. */
function lessWords(d: InvoiceDeduction, says: InvoiceSays, day: (d: Day) => string): string {
  if (d.already) return fill(says.lessAlready, { label: d.label })
  if (d.paid >= d.amount) return fill(says.lessPaid, { label: d.label })
  return d.dueOn
    ? fill(says.lessAskedBy, { label: d.label, date: day(d.dueOn) })
    : fill(says.lessAsked, { label: d.label })
}

/** The sheet an invoice or credit note stands on: language, paper, letterhead, and what is beneath each page. */
export const sheetOf = (head: InvoiceHead, says: InvoiceSays): Omit<PaperDocument, 'title' | 'body'> => ({
  language: head.language === 'en' ? 'en-GB' : head.language,
  ...(head.paper ? { paper: head.paper } : {}),
  ...(head.letterhead ? { letterhead: head.letterhead } : {}),
  parties: [],
  header: [],
  footer: invoiceFooter(head, says),
})

/** What the tax of a rate is called on a sheet, with what it is on; or that the client owes it. */
export function taxWords(head: InvoiceHead, { rate, net }: Pick<TaxGroup, 'rate' | 'net'>): string {
  const table = tableSays(head.language)
  const locale = localeOf(head.language)
  if (head.reverseCharge) return table.reverseCharge
  return fill(table.taxOn, { rate: `${typedDecimal(rate, locale)}%`, net: formatMoney(net, head.currency, locale) })
}

/** What stands beneath each page: who it is from, with their tax number. */
function invoiceFooter({ business }: InvoiceHead, says: InvoiceSays): Block[] {
  const taxNumber = business.taxNumber && `${says.taxNumber} ${business.taxNumber}`
  const from = [business.name, business.email, taxNumber, business.register, says.page].filter(Boolean).join(' · ')
  return [para([run(`${from} `), { t: 'page' }, run(` ${says.of} `), { t: 'pages' }], { align: 'center', small: true })]
}

/** What stands on top: what it is, its number and days, from whom and to whom. */
export function headBlocks(head: InvoiceHead, says: InvoiceSays, title: string): Block {
  const day = (d: Day) => formatDate(d, 'long', head.language)
  const fact = (label: string, value: string): Block => para([run(`${label} `), run(value, true)])
  return {
    t: 'columns',
    columns: [
      [
        { t: 'heading', level: 1, content: [run(title)] },
        fact(says.number, head.number),
        fact(says.date, day(head.issuedOn)),
        ...(head.suppliedOn
          ? [fact(head.suppliedOn > head.issuedOn ? says.toBeSupplied : says.supplied, day(head.suppliedOn))]
          : []),
        fact(says.for, head.jobTitle),
      ],
      [
        para([run(head.business.name, true), { t: 'break' }, ...lines(head.business.address)]),
        { t: 'space', height: 8 },
        para([run(`${says.to} `)]),
        para([
          run(head.client.name, true),
          ...(head.client.address ? [{ t: 'break' } as Inline, ...lines(head.client.address)] : []),
          ...(head.client.taxNumber
            ? [{ t: 'break' } as Inline, run(`${says.taxNumber} ${head.client.taxNumber}`)]
            : []),
        ]),
      ],
    ],
  }
}

/**
 * The invoice as a paper, to be laid out and drawn like any other; `code` is a picture of a QR code to pay it by, as an address
 * of data.
 */
export function invoiceDocument(head: InvoiceHead, invoice: Invoice, code?: string): PaperDocument {
  const says = invoiceSays(head.language)
  const table = tableSays(head.language)
  const money = (n: Minor) => formatMoney(n, head.currency, localeOf(head.language))
  const day = (d: Day) => formatDate(d, 'long', head.language)
  const number = (decimal: string) => typedDecimal(decimal, localeOf(head.language))
  const discounts = invoice.lines.some((l) => l.discount > 0)
  const blanks = discounts ? 4 : 3
  const row = (label: string, amount: string, strong = false) => ({
    cells: [
      [para([run(label, strong)])],
      ...Array.from({ length: blanks }, () => [] as Block[]),
      [para([run(amount, strong)])],
    ],
    strong,
  })
  const columns = [
    { width: 200 },
    { width: 52 },
    { width: 66, align: 'right' as const },
    ...(discounts ? [{ width: 58, align: 'right' as const }] : []),
    { width: 36, align: 'right' as const },
    { width: 74, align: 'right' as const },
  ]
  return {
    title: fill(says.titled, { number: head.number }),
    ...sheetOf(head, says),
    body: [
      headBlocks(head, says, says.invoice),
      { t: 'space', height: 14 },
      {
        t: 'table',
        columns,
        head: [
          table.what,
          table.quantity,
          table.each,
          ...(discounts ? [table.discount] : []),
          table.tax,
          table.amount,
        ].map((t) => [run(t)]),
        rows: invoice.lines.map((l) => ({
          cells: [
            [
              para([run(l.description)]),
              ...(l.contents ?? []).map((c) => para([run(contentText(c, localeOf(head.language)))], { small: true })),
            ],
            cell(quantityText(l, head.language)),
            cell(money(l.unitPrice)),
            ...(discounts ? [cell(l.discount > 0 ? `−${money(l.discount)}` : '')] : []),
            cell(`${number(l.taxRate)}%`),
            cell(money(l.net)),
          ],
        })),
      },
      {
        t: 'keep',
        content: [
          {
            t: 'table',
            columns,
            head: [],
            rows: [
              ...(invoice.discount > 0 || invoice.before ? [row(table.together, money(invoice.subtotal))] : []),
              ...(invoice.discount > 0 ? [row(table.wholeDiscount, `−${money(invoice.discount)}`)] : []),
              ...(invoice.before ?? []).map((b) =>
                row(
                  fill(says.lessInvoice, { number: b.number, date: day(b.issuedOn) }),
                  `−${money(invoice.pricesIncludeTax ? b.total : sum(b.groups.map((g) => g.net)))}`,
                ),
              ),
              row(table.withoutTax, money(invoice.net)),
              ...invoice.groups.map((g) => row(taxWords(head, g), money(g.tax))),
              row(table.total, money(invoice.total), true),
              ...invoice.deductions.map((d) => row(lessWords(d, says, day), `−${money(d.amount)}`)),
              row(
                invoice.dueOn ? fill(says.balanceDue, { date: day(invoice.dueOn) }) : says.balance,
                money(invoice.balance),
                true,
              ),
            ],
          },
        ],
      },
      { t: 'space', height: 10 },
      para([
        run(
          invoice.balance > 0
            ? fill(says.pleasePay, {
                bank: head.business.bank,
                number: head.reference ? spaced(head.reference) : head.number,
              })
            : says.nothingLeft,
        ),
      ]),
      ...(code ? [{ t: 'image' as const, src: code, alt: says.payCode, width: 96, height: 96 }] : []),
      ...(head.terms ? [para(lines(head.terms))] : []),
    ],
  }
}
