/** A letter that came in, as far as it matters here. */
export interface CameIn {
  /** Its Message-ID, without brackets; empty where it has none. */
  messageId: string
  /** The Message-IDs it answers, the nearest first. */
  answers: readonly string[]
  from: { name: string; address: string }
  subject: string
  text: string
  /** When it says it was sent, ISO 8601; null where that can't be read. */
  at: string | null
  /** Headers by their name in small letters. */
  headers: Readonly<Record<string, string>>
  /** What stands in the parts of a delivery report (RFC 3464): its status, and the headers of what came back. */
  status: string
  returned: string
}

export interface Bounce {
  /** The address that could not be reached; empty where it isn't said. */
  address: string
  /** Why, in the words of whoever returned it. */
  why: string
  /** The Message-ID of what came back; empty where it isn't said. */
  of: string
}

const ID = /<([^<>\s]{1,300})>/g
/** The Message-IDs in a header, in their order. */
export const idsIn = (header: string): string[] => [...header.matchAll(ID)].map((m) => m[1]!)

/** The fields of a block of headers; a line that begins with white space goes on with the one before (RFC 5322, 2.2.3). */
export function fieldsOf(block: string): Record<string, string> {
  const fields: Record<string, string> = {}
  let last = ''
  for (const line of block.slice(0, 50_000).split(/\r?\n/)) {
    if (/^[ \t]/.test(line) && last) fields[last] += ` ${line.trim()}`
    else {
      const colon = line.indexOf(':')
      if (colon < 1) continue
      last = line.slice(0, colon).trim().toLowerCase()
      // Of a report over several people the first counts.
      if (last in fields) last = `${last}+`
      fields[last] = line.slice(colon + 1).trim()
    }
  }
  return fields
}

const ADDRESS = /[^\s<>;,"]{1,200}@[^\s<>;,"]{1,200}/

/**
 * What a letter says could not be delivered for good (RFC 3464, 2.3; RFC 3463: 5.x.x); null where it is none, or where it
 * was only late.
 */
export function bounceOf(m: Pick<CameIn, 'status' | 'returned' | 'from' | 'subject' | 'text'>): Bounce | null {
  const status = fieldsOf(m.status.replace(/\r?\n\r?\n+/g, '\n'))
  const action = (status.action ?? '').toLowerCase()
  if (m.status) {
    if (action && action !== 'failed') return null
    if (!action && !/^5\./.test(status.status ?? '')) return null
    const address = ADDRESS.exec(status['final-recipient'] ?? status['original-recipient'] ?? '')?.[0] ?? ''
    const said = (status['diagnostic-code'] ?? '').replace(/^[\w-]+;\s*/, '')
    const why = said || (status.status ? `It was refused (${status.status}).` : 'It was refused.')
    return { address, why: why.slice(0, 200), of: idsIn(fieldsOf(m.returned)['message-id'] ?? '')[0] ?? '' }
  }
  // Some return a letter in words alone.
  if (!/^(mailer-daemon|postmaster)@/i.test(m.from.address)) return null
  const line = m.text.split(/\r?\n/).find((l) => /\b5\d\d[ -]|\b5\.\d\.\d/.test(l))
  if (!line) return null
  return { address: ADDRESS.exec(m.text)?.[0] ?? '', why: line.trim().slice(0, 200), of: '' }
}

/** Whether a machine wrote it: out of office, a list, a report (RFC 3834). Nobody answers with those. */
export const isAutomatic = ({ headers }: Pick<CameIn, 'headers'>): boolean =>
  (headers['auto-submitted'] ?? 'no').toLowerCase() !== 'no' ||
  'list-id' in headers ||
  /^(bulk|junk|list|auto_reply)$/i.test(headers.precedence ?? '') ||
  'x-autoreply' in headers ||
  'x-auto-response-suppress' in headers

const QUOTED = [
  /^\s*>/,
  /^\s*-{2,}\s*(original message|ursprüngliche nachricht|message d.origine|mensaje original)/i,
  /^\s*_{10,}\s*$/,
]
const INTRODUCES = /(wrote|schrieb|a écrit|escribió|escreveu|napisał\(a\)).{0,60}:\s*$/i

/** What somebody wrote themselves: without the letter they answer, which stands below. */
export function ownWords(text: string): string {
  const lines = text.replace(/\r\n?/g, '\n').split('\n')
  const end = lines.findIndex((line, i) => {
    if (QUOTED.some((q) => q.test(line))) return true
    // “On 12 June … wrote:” may go over two lines.
    return (
      INTRODUCES.test(line) ||
      (INTRODUCES.test(`${line} ${lines[i + 1] ?? ''}`.trimEnd()) && /^\s*(on|am|le|el|em|w dniu)\s/i.test(line))
    )
  })
  const own = (end < 0 ? lines : lines.slice(0, end))
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim()
  // Whoever writes between the lines is read whole.
  return own || text.trim()
}
