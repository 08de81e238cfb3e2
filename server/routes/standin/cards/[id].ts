import { randomBytes } from 'node:crypto'
import { sendRedirect, setResponseHeader, setResponseStatus } from 'h3'
import { formatMoney, minor } from '../../../../core/money/money'
import { STEP_CODE, TEST_CARDS, payWithTestCard, standinRequest } from '../../../gateways/cards/standin'
import { escapeHtml } from '../../../../core/text/escape'
import { route, textBody } from '../../../doors/route'

/** The stand-in's hosted page: plain HTML without script, as if it belonged to another firm. */
export default route({ who: 'anyone', standin: 'cards', page: true }, async ({ event, id }) => {
  const nonce = randomBytes(16).toString('base64')
  const page = (title: string, body: string) => pageOf(nonce, title, body)
  setResponseHeader(event, 'content-type', 'text/html; charset=utf-8')
  setResponseHeader(event, 'cache-control', 'private, no-store')
  // A form of this page says where it comes from only if its address may be told to ourselves.
  setResponseHeader(event, 'referrer-policy', 'same-origin')
  setResponseHeader(
    event,
    'content-security-policy',
    `default-src 'none'; style-src 'nonce-${nonce}'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'`,
  )
  const row = await standinRequest(id)
  if (!row) {
    setResponseStatus(event, 404)
    return page('Not found', '<h1>This payment does not exist</h1>')
  }
  const { label, payee, amount, currency, returnTo } = row.request
  const sum = formatMoney(minor(amount), currency)
  const head = `<h1>${escapeHtml(sum)}</h1><p>to <b>${escapeHtml(payee)}</b><br>${escapeHtml(label)}</p>`
  const back = `<p><a href="${escapeHtml(returnTo)}">Back to ${escapeHtml(payee)}</a></p>`
  if (row.state === 'paid') return page('Paid', `${head}<p role="status">This has been paid.</p>${back}`)
  let told = '',
    step = ''
  if (event.method === 'POST') {
    const form = new URLSearchParams(await textBody(event, 2000))
    const number = (form.get('number') ?? '').slice(0, 40)
    const outcome = await payWithTestCard(row.id, number, form.get('code')?.slice(0, 20) ?? null)
    if (outcome === 'paid') return sendRedirect(event, returnTo, 303)
    if (outcome === 'step') step = number
    else
      told =
        outcome === 'refused'
          ? 'The card was refused. Nothing was taken. Try another card.'
          : 'This card number is not known. Use one of the test cards below.'
  }
  const form = step
    ? `<h2>One more step</h2><p>Your bank wants to know that it is you. It has sent the code <b>${STEP_CODE}</b>.</p><form method="post"><input type="hidden" name="number" value="${escapeHtml(step)}"><label for="code">Code from your bank</label><input id="code" name="code" inputmode="numeric" autocomplete="one-time-code" required><button>Confirm</button></form>`
    : `<form method="post"><label for="number">Card number</label><input id="number" name="number" inputmode="numeric" autocomplete="off" required><button>Pay ${escapeHtml(sum)}</button></form>`
  const cards = Object.entries(TEST_CARDS)
    .map(([n, does]) => `<tr><td><code>${n}</code></td><td>${does}</td></tr>`)
    .join('')
  return page(
    `Pay ${sum}`,
    `${head}${told ? `<p role="alert" class="bad">${told}</p>` : ''}${form}<table><caption>This page stands in for a card service. Test cards:</caption><tbody>${cards}</tbody></table>${back}`,
  )
})

function pageOf(nonce: string, title: string, body: string): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${escapeHtml(title)}</title><style nonce="${nonce}">body{font:17px/1.5 system-ui,sans-serif;background:#edf1f4;color:#16222c;margin:0;padding:24px 16px}main{max-width:420px;margin:0 auto;background:#fff;padding:28px;border:1px solid #c5d0d8}h1{font-size:32px;margin:0}h2{font-size:19px}label{display:block;font-weight:600;margin:20px 0 6px}input{font:inherit;width:100%;box-sizing:border-box;padding:12px;border:1px solid #60717e}button{font:inherit;font-weight:600;width:100%;margin-top:14px;padding:14px;border:0;background:#14506e;color:#fff}table{margin-top:28px;font-size:14px;border-collapse:collapse;width:100%}caption{text-align:left;padding-bottom:6px}td{border-top:1px solid #c5d0d8;padding:7px 4px}code{white-space:nowrap}.bad{background:#fbe7e2;padding:10px}a{color:#14506e}</style></head><body><main>${body}</main></body></html>`
}
