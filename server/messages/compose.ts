import { mailbox } from '../../core/fields/mail'
import { readable } from '../../core/look/colours'
import { fitted } from '../../core/look/look'
import { isRightToLeft } from '../../shared/words'
import type { Language } from '../../core/text/language'
import type { MessageSecret } from '../platform/db/schema'
import { type Message, messageGateway } from '../gateways/mail'
import { escapeHtml } from '../../core/text/escape'
import { placeOf, withoutPlaces } from '../platform/secrets'
import type { Business } from '../records/business'
import { issueLink } from '../chain/links'

/** The most a logo takes in a mail, in pixels. */
const LOGO = { width: 220, height: 64 }
/** What a mail calls the picture that goes with it. */
const LOGO_CID = 'logo'
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

/** The address somebody is asked to answer at, made when the message is delivered. */
export type Flow = Extract<MessageSecret, { kind: 'flow' }>

/** The address of somebody's own page, made when the message is delivered. */
export type Own = Extract<MessageSecret, { kind: 'own' }>

export interface Body {
  business: Business
  paragraphs: string[]
  /** Leads to a page of the business's, or by somebody's link. */
  button?: { label: string; to: string | Link | Door | Flow | Own }
  after?: string[]
  language?: Language
}

/** A message in plain text and in table HTML that mail programs can show, everything escaped. */
export function compose({
  business,
  paragraphs,
  button,
  after = [],
  language = 'en',
}: Body): Pick<Message, 'text' | 'html' | 'secrets'> {
  const link = button && typeof button.to !== 'string' ? button.to : null
  const url = link ? placeOf(0) : ((button?.to as string | undefined) ?? '')
  const { look } = business.settings
  const main = readable(look.main)
  const size = look.logo && fitted(look.logo, LOGO)
  const logo = size
    ? `<tr><td style="padding:24px 32px 0"><img src="cid:${LOGO_CID}" width="${Math.round(size.width)}" height="${Math.round(size.height)}" alt="${escapeHtml(business.name)}" style="display:block;border:0"></td></tr>`
    : ''
  const under = withoutPlaces(look.under)
  const p = (s: string) => `<p style="margin:0 0 14px">${escapeHtml(s).replace(/\n/g, '<br>')}</p>`
  const text = [
    ...paragraphs,
    ...(button ? [`${button.label}:\n${url}`] : []),
    ...after,
    `${business.name}\n${business.address}`,
    ...(under ? [under] : []),
  ].join('\n\n')
  const html = `<!doctype html><html lang="${language}" dir="${isRightToLeft(language) ? 'rtl' : 'ltr'}"><body style="margin:0;background:#f7f5ef"><table role="presentation" width="100%" cellpadding="0" cellspacing="0"><tr><td align="center" style="padding:24px 12px"><table role="presentation" width="560" cellpadding="0" cellspacing="0" style="width:100%;max-width:560px;background:#ffffff;border:1px solid #d9d5c7;font:16px/1.5 Georgia,serif;color:#20302b">${logo}<tr><td style="padding:28px 32px">${paragraphs.map(p).join('')}${button ? `<p style="margin:22px 0"><a href="${escapeHtml(url)}" style="background:${main};color:#ffffff;text-decoration:none;padding:12px 22px;display:inline-block;font-weight:bold">${escapeHtml(button.label)}</a></p>` : ''}${after.map(p).join('')}</td></tr><tr><td style="padding:16px 32px;border-top:1px solid #d9d5c7;font-size:13px;color:#55645e">${escapeHtml(`${business.name}, ${business.address}`).replace(/\n/g, ', ')}${under ? `<br>${escapeHtml(under).replace(/\n/g, '<br>')}` : ''}</td></tr></table></td></tr></table></body></html>`
  return { text, html, secrets: link ? [link] : [] }
}

/** Puts a message together and sends it by mail. */
export async function post(
  business: Business,
  message: Pick<Message, 'key' | 'to' | 'subject'> & {
    attachments?: Message['attachments']
    secrets?: Message['secrets']
    /** What it is about, where it isn’t for the house: who it is from hangs on it. */
    about?: 'papers' | 'money'
  } & Omit<Body, 'business'>,
): Promise<void> {
  const { key, to, subject, about, attachments = [], secrets = [], ...body } = message
  const from = (about && business.settings.senders[about]) ?? business
  // Only a code stands within the words; a link is a button, and whatever else looks like a place was typed by somebody.
  const said = secrets.length ? body : { ...body, paragraphs: body.paragraphs.map(withoutPlaces) }
  const composed = compose({ business, ...said })
  await messageGateway().send({
    key,
    channel: 'mail',
    to: oneLine(to),
    from: mailbox(from.name, from.email),
    subject: withoutPlaces(oneLine(subject)),
    attachments,
    ...(business.settings.look.logo ? { logo: { sha: business.settings.look.logo.sha, cid: LOGO_CID } } : {}),
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
