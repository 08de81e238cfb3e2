/** A letter that came from the post room, as its receiver could send it back. */
export interface Answered {
  messageId: string
  from: string
  to: string
  subject: string
}

const base64 = (text: string): string => {
  const bytes = new TextEncoder().encode(text)
  return (btoa(String.fromCharCode(...bytes)).match(/.{1,76}/g) ?? []).join('\r\n')
}
/** Words of a header beyond ASCII (RFC 2047). */
const encoded = (text: string): string =>
  [...text].every((c) => c >= ' ' && c <= '~') ? text : `=?utf-8?B?${base64(text).replace(/\r\n/g, '')}?=`
const addressOf = (text: string): string => /<([^>]+)>/.exec(text)?.[1] ?? text

/** An answer to a letter, as mail programs write one. */
export const answerTo = (m: Answered, words: string, id: string): string =>
  [
    `From: ${addressOf(m.to)}`,
    `To: ${addressOf(m.from)}`,
    `Subject: ${encoded(`Re: ${m.subject}`)}`,
    `Message-ID: <${id}@mail.example>`,
    `In-Reply-To: <${m.messageId}>`,
    'MIME-Version: 1.0',
    'Content-Type: text/plain; charset=utf-8',
    'Content-Transfer-Encoding: base64',
    '',
    base64(words),
    '',
  ].join('\r\n')

/** A report that a letter could not be delivered (RFC 3464). */
export const returned = (m: Answered, why: string, id: string): string =>
  [
    'From: MAILER-DAEMON@mail.example',
    `To: ${addressOf(m.from)}`,
    'Subject: Undelivered mail returned to sender',
    `Message-ID: <${id}@mail.example>`,
    'Auto-Submitted: auto-replied',
    'MIME-Version: 1.0',
    'Content-Type: multipart/report; report-type=delivery-status; boundary="part"',
    '',
    '--part',
    'Content-Type: text/plain; charset=utf-8',
    '',
    'The letter could not be delivered.',
    '--part',
    'Content-Type: message/delivery-status',
    '',
    'Reporting-MTA: dns; mail.example',
    '',
    `Final-Recipient: rfc822; ${addressOf(m.to)}`,
    'Action: failed',
    'Status: 5.1.1',
    `Diagnostic-Code: smtp; ${why}`,
    '--part',
    'Content-Type: text/rfc822-headers',
    '',
    `Message-ID: <${m.messageId}>`,
    `Subject: ${encoded(m.subject)}`,
    '--part--',
    '',
  ].join('\r\n')
