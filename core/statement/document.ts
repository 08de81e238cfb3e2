import type { Day } from '../calendar/dates'
import { localeOf } from '../calendar/locale'
import type { Block, PaperDocument } from '../document/model'
import { cell, para, run } from '../document/plain'
import { sheetOf } from '../invoices/document'
import type { InvoiceHead } from '../invoices/invoice'
import { invoiceSays } from '../invoices/words'
import { formatDate } from '../merge/merge'
import { type Minor, formatMoney, minor } from '../money/money'
import { fill } from '../text/fill'
import type { Statement } from './statement'
import { statementSays } from './words'

/** Who a statement is from and to, and where it is paid. */
export type StatementHead = Pick<
  InvoiceHead,
  'business' | 'client' | 'currency' | 'language' | 'letterhead' | 'paper'
> & { asOf: Day; from: Day | null }

/** A client's statement as a paper: line by line with what was owed after each, and what is open now. */
export function statementDocument(head: StatementHead, statement: Statement): PaperDocument {
  const says = statementSays(head.language)
  const money = (n: Minor) => formatMoney(n, head.currency, localeOf(head.language))
  const day = (d: Day) => formatDate(d, 'long', head.language)
  const columns = [
    { width: 112 },
    { width: 222 },
    { width: 76, align: 'right' as const },
    { width: 76, align: 'right' as const },
  ]
  const sum = (label: string, amount: string, strong = false) => ({
    cells: [[] as Block[], [para([run(label, strong)])], [] as Block[], [para([run(amount, strong)])]],
    strong,
  })
  const { owed, overdue, toCome } = statement
  const text = (t: string): Block => para([run(t)])
  const sheet = sheetOf(
    { ...head, number: '', issuedOn: head.asOf, suppliedOn: null, jobTitle: '' },
    invoiceSays(head.language),
  )
  return {
    title: `${says.title}, ${head.client.name}`.slice(0, 300),
    ...sheet,
    body: [
      {
        t: 'columns',
        columns: [
          [{ t: 'heading', level: 1, content: [run(says.title)] }, text(fill(says.asOf, { date: day(head.asOf) }))],
          [
            para([run(head.business.name, true)]),
            ...head.business.address.split('\n').filter(Boolean).map(text),
            { t: 'space', height: 8 },
            para([run(`${says.for} `), run(head.client.name, true)]),
            ...head.client.address.split('\n').filter(Boolean).map(text),
          ],
        ],
      },
      { t: 'space', height: 14 },
      {
        t: 'table',
        columns,
        head: [says.day, says.what, says.amount, says.balance].map((t) => [run(t)]),
        rows: [
          ...(head.from ? [sum(fill(says.before, { date: day(head.from) }), money(statement.before))] : []),
          ...statement.lines.map((l) => ({
            cells: [
              cell(day(l.day)),
              cell(fill(says[l.of], { number: l.number, job: l.job })),
              cell(money(l.amount)),
              cell(money(l.balance)),
            ],
          })),
        ],
      },
      {
        t: 'keep',
        content: [
          {
            t: 'table',
            columns,
            head: [],
            rows: [
              sum(owed < 0 ? says.yours : says.owed, money(minor(Math.abs(owed))), true),
              ...(overdue > 0 ? [sum(says.overdue, money(overdue))] : []),
              ...(toCome > 0 ? [sum(says.toCome, money(toCome))] : []),
            ],
          },
        ],
      },
      { t: 'space', height: 10 },
      text(owed > 0 ? (head.business.bank ? fill(says.pay, { bank: head.business.bank }) : '') : says.nothing),
    ],
  }
}
