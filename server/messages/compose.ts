import { isRightToLeft } from '../../shared/words'
import type { Language } from '../../core/text/language'
import type { MessageSecret } from '../platform/db/schema'
import { type Message, messageGateway } from '../gateways/mail'
import { escapeHtml } from '../../core/text/escape'
import { placeOf, withoutPlaces } from '../platform/secrets'
import type { Business } from '../records/business'
import { issueLink } from '../chain/links'

const oneLine = (s: string) => s.replace(/[\r\n]+/g, ' ')

/** A link of somebody's, made when the message is delivered. */
export type Link = Extract<MessageSecret, { kind: 'link' }>
/** A member's way in, made when the message is delivered. */
export type Door = Extract<MessageSecret, { kind: 'door' }>
/** The link that goes with a nonce. */
export const linkOf = (personId: string, nonce: string): Link => ({ kind: 'link', personId, nonce })
/** A new link of somebody's, to stand in a message. */
export const freshLink = async (personId: string, channel: 'email' | 'text'): Promise<Link> =>
  linkOf(personId, (await issueLink(personId, channel)).nonce)

interface Body {
  business: Business
  paragraphs: string[]
  /** Leads to a page of the business's, or by somebody's link. */
  button?: { label: string; to: string | Link | Door }
  after?: string[]
  language?: Language
}

/** A message in plain text and in table HTML that mail programs can show, everything escaped. */
function compose({
  business,
  paragraphs,
  button,
  after = [],
  language = 'en',
}: Body): Pick<Message, 'text' | 'html' | 'secrets'> {
  const link = button && typeof button.to !== 'string' ? button.to : null
  const url = link ? placeOf(0) : ((button?.to as string | undefined) ?? '')
  const p = (s: string) => `<p style="margin:0 0 14px">${escapeHtml(s).replace(/\n/g, '<br>')}</p>`
  const text = [
    ...paragraphs,
    ...(button ? [`${button.label}:\n${url}`] : []),
    ...after,
    `${business.name}\n${business.address}`,
  ].join('\n\n')
  const html = `<!doctype html><html lang="${language}" dir="${isRightToLeft(language) ? 'rtl' : 'ltr'}"><body style="margin:0;background:#f7f5ef"><table role="presentation" width="100%" cellpadding="0" cellspacing="0"><tr><td align="center" style="padding:24px 12px"><table role="presentation" width="560" cellpadding="0" cellspacing="0" style="max-width:100%;background:#ffffff;border:1px solid #d9d5c7;font:16px/1.5 Georgia,serif;color:#20302b"><tr><td style="padding:28px 32px">${paragraphs.map(p).join('')}${button ? `<p style="margin:22px 0"><a href="${escapeHtml(url)}" style="background:#6b3f78;color:#ffffff;text-decoration:none;padding:12px 22px;display:inline-block;font-weight:bold">${escapeHtml(button.label)}</a></p>` : ''}${after.map(p).join('')}</td></tr><tr><td style="padding:16px 32px;border-top:1px solid #d9d5c7;font-size:13px;color:#55645e">${escapeHtml(`${business.name}, ${business.address}`).replace(/\n/g, ', ')}</td></tr></table></td></tr></table></body></html>`
  return { text, html, secrets: link ? [link] : [] }
}

/** Puts a message together and sends it by mail. */
export async function post(
  business: Business,
  message: Pick<Message, 'key' | 'to' | 'subject'> & {
    attachments?: Message['attachments']
    secrets?: Message['secrets']
  } & Omit<Body, 'business'>,
): Promise<void> {
  const { key, to, subject, attachments = [], secrets = [], ...body } = message
  // Only a code stands within the words; a link is a button, and whatever else looks like a place was typed by somebody.
  const said = secrets.length ? body : { ...body, paragraphs: body.paragraphs.map(withoutPlaces) }
  const composed = compose({ business, ...said })
  await messageGateway().send({
    key,
    channel: 'mail',
    to: oneLine(to),
    from: `${business.name} <${business.email}>`,
    subject: withoutPlaces(oneLine(subject)),
    attachments,
    ...composed,
    secrets: [...composed.secrets, ...secrets],
  })
}

/** A text message: what it is about, and the link or the code. */
export async function text(
  business: Business,
  key: string,
  to: string,
  words: string,
  secret: MessageSecret | null,
): Promise<void> {
  await messageGateway().send({
    key,
    channel: 'text',
    to: oneLine(to),
    from: business.name,
    subject: oneLine(words).slice(0, 120).replace(placeOf(0), '…'),
    text: !secret ? withoutPlaces(words) : secret.kind === 'link' ? `${withoutPlaces(words)}\n${placeOf(0)}` : words,
    html: '',
    attachments: [],
    secrets: secret ? [secret] : [],
  })
}
