import { z } from 'zod'
import { escapeHtml as e } from '../../core/text/escape'
import { formatMoney, minor } from '../../core/money/money'
import { HOW, type How } from './neighbour'

/** What the neighbour’s page shows. */
export interface NeighbourPage {
  nonce: string
  how: How
  secret: string
  calendar: string
  /** What it was given, the newest first. */
  rows: readonly { what: string; name: string; body: string; signed: boolean | null; answered: number; at: string }[]
  letters: readonly { id: string; at: string; to: string; subject: string }[]
  /** What its calendar says next; words where it can’t be read. */
  entries: readonly { day: string; title: string }[] | string
}

/** What the books are told: an invoice, or a payment. */
const booked = z.object({
  type: z.enum(['money.invoiced', 'money.paid']),
  data: z.object({
    job: z.object({ title: z.string() }).nullish(),
    invoice: z
      .object({ number: z.string(), issuedOn: z.string(), total: z.number(), currency: z.string().nullable() })
      .optional(),
    payment: z.object({ day: z.string(), amount: z.number(), currency: z.string(), method: z.string() }).optional(),
  }),
})
const parsed = (body: string): unknown => {
  try {
    return JSON.parse(body)
  } catch {
    return null
  }
}
const when = (at: string) => e(at.slice(0, 16).replace('T', ' '))

/** The books: an invoice or a payment stands once, however often its call came. */
function books(rows: NeighbourPage['rows']): string {
  const taken = new Map(rows.filter((r) => r.what === 'call' && r.answered === 200).map((r) => [r.name, r]))
  const lines = [...taken.values()].flatMap(({ body }) => {
    const { data } = booked.safeParse(parsed(body))
    const { invoice, payment, job } = data?.data ?? {}
    const sum = (n: number, currency: string | null) => e(formatMoney(minor(n), currency ?? 'GBP'))
    if (invoice)
      return `<tr><td>${e(invoice.issuedOn)}</td><td>Invoice ${e(invoice.number)}</td><td>${e(job?.title ?? '')}</td><td class="n">${sum(invoice.total, invoice.currency)}</td><td></td></tr>`
    if (payment)
      return `<tr><td>${e(payment.day)}</td><td>Paid by ${e(payment.method)}</td><td>${e(job?.title ?? '')}</td><td></td><td class="n">${sum(payment.amount, payment.currency)}</td></tr>`
    return []
  })
  return lines.length
    ? `<table><thead><tr><th>Day</th><th>What</th><th>For</th><th class="n">Invoiced</th><th class="n">Paid</th></tr></thead><tbody>${lines.join('')}</tbody></table>`
    : '<p>No invoice and no payment has come yet.</p>'
}

function calendarPart({ entries }: NeighbourPage): string {
  if (typeof entries === 'string') return `<p>${e(entries)}</p>`
  return entries.length
    ? `<ul>${entries.map((x) => `<li><b>${e(x.day)}</b> ${e(x.title)}</li>`).join('')}</ul>`
    : '<p>Nothing stands in it from today on.</p>'
}

const lettersPart = ({ letters }: NeighbourPage): string =>
  letters.length
    ? `<ul>${letters
        .map(
          (l) =>
            `<li><b>${e(l.subject)}</b> <span>${when(l.at)}, to ${e(l.to)}</span><form method="post"><input type="hidden" name="answer" value="${e(l.id)}"><button>Answer it</button></form></li>`,
        )
        .join('')}</ul>`
    : '<p>Nobody has written to an address at neighbour.example yet.</p>'

function given({ rows }: NeighbourPage): string {
  if (!rows.length) return '<p>Nothing yet.</p>'
  return `<ol>${rows
    .map((r) => {
      const said = parsed(r.body) as { type?: unknown } | null
      const name = r.what === 'file' ? r.name : typeof said?.type === 'string' ? said.type : 'a call'
      const signed = r.signed === null ? '' : r.signed ? ', signature right' : ', <strong>signature wrong</strong>'
      const body =
        r.what === 'file'
          ? `<p>${e(r.body)}</p>`
          : `<pre>${e((said ? JSON.stringify(said, null, 1) : r.body).slice(0, 3000))}</pre>`
      return `<li><b>${e(name)}</b> <span>${when(r.at)}, answered ${r.answered}${signed}</span>${body}</li>`
    })
    .join('')}</ol>`
}

const STYLE = `body{font:16px/1.5 system-ui,sans-serif;background:#edf1f4;color:#16222c;margin:0;padding:24px 16px}main{max-width:760px;margin:0 auto;background:#fff;padding:28px;border:1px solid #c5d0d8}h1{font-size:28px;margin:0 0 8px}h2{margin:28px 0 6px;font-size:20px}label{display:block;font-weight:600;margin:14px 0 4px}input,select{font:inherit;width:100%;box-sizing:border-box;padding:10px;border:1px solid #60717e;background:#fff}button{font:inherit;font-weight:600;margin-top:14px;padding:10px 18px;border:0;background:#14506e;color:#fff}li form button{margin-top:4px;padding:6px 12px}ol,ul{list-style:none;padding:0;margin:0}li{border-top:1px solid #c5d0d8;padding:10px 0}pre{font-size:13px;overflow:auto;max-height:220px;background:#f4f7f9;padding:10px;margin:6px 0 0}span{color:#40525f;font-size:14px}p{margin:4px 0}table{border-collapse:collapse;width:100%}td,th{text-align:left;padding:6px 8px 6px 0;border-top:1px solid #c5d0d8;overflow-wrap:anywhere}.n{text-align:right;font-variant-numeric:tabular-nums;white-space:nowrap}`

/** The page of the neighbour: how it answers, its books, its calendar, letters to it, and all it was given. */
export function neighbourPage(page: NeighbourPage): string {
  const options = Object.entries(HOW)
    .map(([value, words]) => `<option value="${e(value)}"${value === page.how ? ' selected' : ''}>${e(words)}</option>`)
    .join('')
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>The neighbour</title><style nonce="${page.nonce}">${STYLE}</style></head><body><main><h1>The neighbour</h1><p>This page stands in for other systems: the accounts, a board, a calendar, a place for files. It takes calls at <code>/standin/neighbour/calls</code>, files at <code>/standin/neighbour/files</code> and letters at any address at <code>neighbour.example</code>.</p><form method="post"><label for="how">It</label><select id="how" name="how">${options}</select><label for="secret">The secret it checks calls with</label><input id="secret" name="secret" value="${e(page.secret)}" autocomplete="off"><label for="calendar">The address of a calendar of Upwold’s that it shows</label><input id="calendar" name="calendar" value="${e(page.calendar)}" autocomplete="off"><button>Keep this</button></form><h2>Its books</h2>${books(page.rows)}<h2>Its calendar</h2>${calendarPart(page)}<h2>Letters to it</h2>${lettersPart(page)}<h2>What it was given</h2>${given(page)}</main></body></html>`
}
