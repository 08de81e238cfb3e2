import { flat } from './text'
import type { Span } from './types'
import { CLOSINGS, HEAD } from './words'

export interface Parts {
  /** Lines of a mail's head, where the text begins with one. */
  head: Span | null
  body: Span
  /** From "Best wishes" to the end of the message. */
  foot: Span | null
  /** What was answered: quoted, or after "On … wrote". */
  older: Span | null
}

interface Line extends Span {
  flat: string
}
function linesOf(text: string): Line[] {
  const lines: Line[] = []
  let from = 0
  for (const line of text.split('\n')) {
    lines.push({ from, to: from + line.length, flat: flat(line).trim() })
    from += line.length + 1
  }
  return lines
}

const HEAD_LINE = new RegExp(`^(?:${HEAD})\\s?:\\s`)
const OLDER =
  /^>|^-{3,}\s?(?:original message|ursprungliche nachricht|message d'origine|mensaje original)|^_{10,}$|^(?:on|am|le|el)\s.{6,90}(?:wrote|schrieb.{0,60}|a ecrit|escribio)\s?:$|^(?:wrote|schrieb)\s.{0,60}:$/
const SENT_WITH =
  /^(?:sent from my|gesendet (?:von|mit) mein|von meinem .{2,20} gesendet|envoye de(?:puis)? mon|enviado desde mi|get .{2,20} for )/
const CLOSING = new RegExp(`^(?:${CLOSINGS})(?:[,.!]|$)`)

/** What of a text is the message itself, what its head and foot, and what older mail that came with it. */
export function partsOf(text: string): Parts {
  const lines = linesOf(text)
  let first = lines.findIndex((l) => l.flat !== '')
  if (first < 0) return { head: null, body: { from: 0, to: text.length }, foot: null, older: null }
  let head: Span | null = null
  if (/^(?:from|von|de)\s?:.*@/.test(lines[first]!.flat)) {
    let last = first
    while (last + 1 < lines.length && HEAD_LINE.test(lines[last + 1]!.flat)) last += 1
    head = { from: lines[first]!.from, to: lines[last]!.to }
    first = last + 1
  }
  let end = text.length
  let older: Span | null = null
  for (let i = first; i < lines.length; i += 1) {
    const l = lines[i]!
    const inMidst = i > first && /^(?:from|von|de)\s?:.*@/.test(l.flat) && HEAD_LINE.test(lines[i + 1]?.flat ?? '')
    if (!OLDER.test(l.flat) && !inMidst) continue
    older = { from: l.from, to: text.length }
    end = l.from
    break
  }
  const body = { from: head ? head.to : 0, to: end }
  const own = lines.filter((l) => l.from >= body.from && l.from < end && l.flat)
  // The last closing counts: thanks may be given in the midst of a letter too.
  const at = own.findLastIndex(
    (l, i) =>
      i > 0 && l.flat.length <= 34 && CLOSING.test(l.flat) && own.length - i <= 8 && own[i + 1]?.flat !== undefined,
  )
  const foot = at >= 0 ? own[at]! : own.find((l) => SENT_WITH.test(l.flat) || l.flat === '--')
  if (!foot || foot.from <= body.from) return { head, body, foot: null, older }
  return { head, body: { from: body.from, to: foot.from }, foot: { from: foot.from, to: end }, older }
}
/** Whether a line only says with what a message was sent. */
export const isSentWith = (line: string) => SENT_WITH.test(flat(line).trim())
