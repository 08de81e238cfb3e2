import PostalMime from 'postal-mime'
import type { CameIn } from '../../../core/mail/came'
import { idsIn } from '../../../core/mail/came'
import { Refused } from './refused'

/** The most files taken from one letter, and the most bytes of each. */
const FILES = 20
const FILE_BYTES = 12_000_000
const TEXT = 100_000

export interface ReadMail extends CameIn {
  files: { name: string; type: string; bytes: Uint8Array }[]
  /** What of it was left out, in words; empty for nothing. */
  leftOut: string
}

const asText = (content: ArrayBuffer | Uint8Array | string): string =>
  typeof content === 'string' ? content : new TextDecoder().decode(content)
const bytesOf = (content: ArrayBuffer | Uint8Array | string): Uint8Array =>
  typeof content === 'string' ? new TextEncoder().encode(content) : new Uint8Array(content)

/** Words of HTML, where a letter has no others: no mark-up, no addresses of pictures. */
const wordsOf = (html: string): string =>
  html
    .slice(0, TEXT * 4)
    .replace(/<(style|script|head)\b[\s\S]*?<\/\1>/gi, '')
    .replace(/<(br|\/p|\/div|\/tr|\/li)\b[^>]*>/gi, '\n')
    .replace(/<[^>]*>/g, '')
    .replace(/&nbsp;/g, ' ')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&quot;/g, '"')
    .replace(/&amp;/g, '&')

/** Reads a letter (RFC 5322, MIME). Its files are taken as they are; nothing in it is run or fetched. */
export async function readLetter(bytes: Uint8Array): Promise<ReadMail> {
  const mail = await PostalMime.parse(bytes, { attachmentEncoding: 'arraybuffer', maxNestingDepth: 40 } as never)
  const from = mail.from?.address ?? mail.sender?.address ?? ''
  if (!mail.headers.length || (!from && !mail.messageId))
    throw new Refused('This is no letter: it says neither who it is from nor what it is.')
  const headers: Record<string, string> = {}
  for (const { key, value } of mail.headers.slice(0, 400)) headers[key.toLowerCase()] ??= value.slice(0, 4000)
  const of = (type: string) => mail.attachments.find((a) => a.mimeType === type)
  const status = of('message/delivery-status')
  const returned = of('text/rfc822-headers') ?? of('message/rfc822')
  const real = mail.attachments.filter(
    (a) => !a.mimeType.startsWith('message/') && a.mimeType !== 'text/rfc822-headers' && a.disposition !== 'inline',
  )
  const taken = real.filter((a) => bytesOf(a.content).length <= FILE_BYTES).slice(0, FILES)
  const left = real.length - taken.length
  const at = mail.date ? new Date(mail.date) : null
  return {
    messageId: idsIn(mail.messageId ?? '')[0] ?? '',
    answers: [...idsIn(mail.inReplyTo ?? ''), ...idsIn(mail.references ?? '').reverse()].slice(0, 50),
    from: { name: (mail.from?.name ?? '').slice(0, 200), address: from.toLowerCase().slice(0, 320) },
    subject: (mail.subject ?? '').slice(0, 300),
    text: (mail.text || wordsOf(mail.html ?? '')).slice(0, TEXT),
    at: at && !Number.isNaN(at.getTime()) ? at.toISOString() : null,
    headers,
    status: status ? asText(status.content).slice(0, 20_000) : '',
    returned: returned ? asText(returned.content).slice(0, 50_000) : '',
    files: taken.map((a) => ({
      name: (a.filename ?? 'unnamed').replace(/[\u0000-\u001f/\\]/g, ' ').slice(0, 120),
      type: /^[\w.+-]+\/[\w.+-]+$/.test(a.mimeType) ? a.mimeType : 'application/octet-stream',
      bytes: bytesOf(a.content),
    })),
    leftOut: left
      ? `${left} of its ${real.length} files ${left === 1 ? 'was' : 'were'} left out: at most ${FILES} of 12 MB are taken.`
      : '',
  }
}
