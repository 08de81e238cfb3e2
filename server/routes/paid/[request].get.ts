import { sendRedirect, setResponseHeader } from 'h3'
import { wayBack } from '../../doors/access'
import { escapeHtml } from '../../../core/text/escape'
import { route } from '../../doors/route'
import { takesCards } from '../../gateways/cards'
import { notFound } from '../../platform/problem'
import { acknowledge } from '../../money/payments'
import { theBusiness } from '../../records/business'
import { linkBack } from '../../rounds/act/pay'

/**
 * Where the card service sends whoever has paid. It knows no link: that lies encrypted in the browser that went to pay, and
 * any other is told in words.
 */
export default route({ who: 'anyone', page: true }, async ({ event, part }) => {
  if (!takesCards()) throw notFound('page')
  await acknowledge(part('request'))
  const back = linkBack(part('request'), wayBack(event, part('request')))
  if (back) return sendRedirect(event, back, 303)
  setResponseHeader(event, 'content-type', 'text/html; charset=utf-8')
  setResponseHeader(event, 'content-security-policy', "default-src 'none'; style-src 'self'; frame-ancestors 'none'")
  const { name } = await theBusiness()
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${escapeHtml(name)}</title></head><body><main><h1>Thank you</h1><p>To go back to your papers, open the link in the message from ${escapeHtml(name)} once more.</p></main></body></html>`
})
