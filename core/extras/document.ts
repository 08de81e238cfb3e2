import type { Day } from '../calendar/dates'
import { localeOf } from '../calendar/locale'
import type { Block, PaperDocument } from '../document/model'
import { cell, para, run } from '../document/plain'
import { quantityText } from '../layout/figures'
import { formatDate } from '../merge/merge'
import { tableSays } from '../merge/table-words'
import { type Minor, ZERO, formatMoney, minor } from '../money/money'
import type { Stage } from '../payment-plan/plan'
import { linesIn } from '../pricing/said'
import { fill } from '../text/fill'
import type { ExtraRow, ExtraShown } from './extra'
import { extraSays } from './words'

/** What an extra's paper is made from. */
export interface ExtraPaper {
  shown: ExtraShown
  /** The stages as they will be, of which those that are open are shown. */
  stages: readonly Stage[]
  words: string
  job: string
  currency: string
  /** BCP 47. */
  language: string
}

/** An extra as a short paper: what changes, what it makes of the total and of what is still to be paid, and a place to sign. */
export function extraDocument({ shown, stages, words, job, currency, language }: ExtraPaper): PaperDocument {
  const says = extraSays(language)
  const table = tableSays(language)
  const money = (n: Minor) => formatMoney(n, currency, localeOf(language))
  const signed = (n: Minor) => `${n < 0 ? '−' : ''}${money(minor(Math.abs(n)))}`
  const inOwn = (side: ExtraRow['before']) => side && linesIn([side.line], language)[0]!
  const columns = [{ width: 300 }, { width: 90, align: 'right' as const }, { width: 96, align: 'right' as const }]
  const rowOf = (r: ExtraRow) => {
    const [was, will] = [inOwn(r.before), inOwn(r.after)]
    const line = will ?? was
    if (!line) return { cells: [cell(table.wholeDiscount), cell(''), cell(signed(r.difference))] }
    const before = was && `${quantityText(was, language)} × ${money(was.unitPrice)} = ${money(r.before!.net)}`
    const what = r.does === 'altered' ? fill(says.altered, { before: before! }) : says[r.does as 'added' | 'taken']
    return {
      cells: [
        [para([run(line.description), { t: 'break' }, run(what)])],
        cell(`${quantityText(line, language)} × ${money(line.unitPrice)}`),
        cell(signed(r.difference)),
      ],
    }
  }
  const sum = (label: string, amount: string, strong = false) => ({
    cells: [[para([run(label, strong)])], [] as Block[], [para([run(amount, strong)])]],
    strong,
  })
  const open = stages.filter((s) => s.open > ZERO)
  const due = (s: Stage) => (s.dueOn ? `${s.label}, ${formatDate(s.dueOn as Day, 'long', language)}` : s.label)
  const field = (key: string, type: 'name' | 'date', label: string, width: number): Block =>
    para([
      run(`${label} `),
      { t: 'field', width, field: { key: `client-${key}`, type, party: 'client', label, required: true } },
    ])
  return {
    title: says.title,
    language: language === 'en' ? 'en-GB' : language,
    parties: [{ key: 'client', label: says.party }],
    header: [],
    footer: [],
    body: [
      { t: 'heading', level: 1, content: [run(says.title)] },
      para([run(fill(says.changes, { job }))]),
      ...(words.trim() ? words.split('\n').map((l) => para([run(l)])) : []),
      ...(shown.rows.length
        ? [
            {
              t: 'table' as const,
              columns,
              head: [table.what, table.quantity, table.amount].map((t) => [run(t)]),
              rows: shown.rows.map(rowOf),
            },
          ]
        : []),
      {
        t: 'keep',
        content: [
          {
            t: 'table',
            columns,
            head: [],
            rows: [
              ...(shown.rows.length
                ? [
                    sum(says.soFar, money(shown.before)),
                    sum(says.change, signed(shown.difference)),
                    sum(says.total, money(shown.after), true),
                  ]
                : [sum(table.total, money(shown.after), true)]),
              ...open.map((s) => sum(due(s), money(s.open))),
            ],
          },
        ],
      },
      para([run(says.stays)]),
      {
        t: 'keep',
        content: [
          para([run(says.client, true)]),
          {
            t: 'field',
            width: 200,
            height: 52,
            field: {
              key: 'client-signature',
              type: 'signature',
              party: 'client',
              label: says.signature,
              required: true,
            },
          },
          field('name', 'name', says.name, 160),
          field('date', 'date', says.date, 110),
        ],
      },
    ],
  }
}
