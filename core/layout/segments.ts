import LineBreaker from 'linebreak'
import type { Inline } from '../document/model'
import { fieldSize } from './fields'
import { facePieces, faceOf, clings } from './faces'
import {
  ATOM,
  RTL,
  bidi,
  type AtomOf,
  type Style,
  type Segment,
  type Part,
  type InlineContext,
  type TextStyle,
} from './pieces'
import { GAP, STRUCK, ADDED, INK, type FontBook } from './types'

/** Control and direction-override characters have no place on a paper. */
export function clean(text: string): string {
  return text
    .replace(/\r\n?/g, '\n')
    .replace(/\t/g, ' ')
    .replace(/[\u0000-\u0009\u000B-\u001F\u007F-\u009F\u202A-\u202E\u2066-\u2069\uFFFC\uFEFF]/g, '')
}

function colourOf(i: Extract<Inline, { t: 'text' }>, style: TextStyle): string {
  if (i.gap) return GAP
  return i.change ? (i.change === 'struck' ? STRUCK : ADDED) : (style.color ?? INK)
}

/** Cuts a segment that is wider than the line between characters. */
export function cut(segment: Segment, room: number, fonts: FontBook): Segment[] {
  const out: Segment[] = []
  let parts: Part[] = [],
    width = 0
  const flush = (required: boolean) => {
    if (parts.length) out.push({ parts, start: segment.start, width, inkWidth: width, required })
    parts = []
    width = 0
  }
  for (const part of segment.parts) {
    if (part.atom) {
      if (width + part.width > room) flush(false)
      parts.push(part)
      width += part.width
      continue
    }
    let text = '',
      textWidth = 0
    // Shaped as a whole, a piece may be a little wider than its letters one by one.
    const push = () => {
      if (!text) return
      const shaped = fonts.width(part.face, text) * part.size
      parts.push({ ...part, text, width: shaped })
      width += shaped - textWidth
    }
    for (const char of part.text) {
      const w = fonts.width(part.face, char) * part.size
      if (width + w > room * 0.985 && (text || parts.length) && !clings(char.codePointAt(0)!)) {
        push()
        flush(false)
        text = ''
        textWidth = 0
      }
      text += char
      textWidth += w
      width += w
    }
    push()
  }
  flush(segment.required)
  return out
}

export function segmentsOf(
  content: readonly Inline[],
  style: TextStyle,
  context: InlineContext,
): { segments: Segment[]; rtl: boolean } {
  let whole = ''
  const spans: { from: number; style: Style }[] = []
  const atoms: (AtomOf & { width?: number })[] = []
  for (const i of content) {
    const marks = i.t === 'text' ? (i.marks ?? []) : []
    spans.push({
      from: whole.length,
      style: {
        bold: !!style.bold || marks.includes('bold'),
        italic: marks.includes('italic'),
        underline: marks.includes('underline') || (i.t === 'text' && i.change === 'added'),
        strike: marks.includes('strike') || (i.t === 'text' && i.change === 'struck'),
        color: i.t === 'text' ? colourOf(i, style) : (style.color ?? INK),
      },
    })
    if (i.t === 'text') whole += clean(i.text)
    else if (i.t === 'break') whole += '\n'
    else if (i.t === 'page') whole += String(context.page)
    else if (i.t === 'pages') whole += String(context.pages)
    else if (i.t === 'field' || i.t === 'picture') {
      atoms.push(i)
      whole += ATOM
    }
  }
  const levels = RTL.test(whole) ? bidi.getEmbeddingLevels(whole) : null
  const segments: Segment[] = []
  let atom = 0,
    span = 0
  const breaker = new LineBreaker(whole)
  let from = 0
  for (let at = breaker.nextBreak(); at; at = breaker.nextBreak()) {
    const parts: Part[] = []
    let required = false
    let first = span
    while (first + 1 < spans.length && spans[first + 1]!.from <= from) first += 1
    const start = { index: first, offset: from - (spans[first]?.from ?? 0) }
    for (let i = from; i < at.position;) {
      while (span + 1 < spans.length && spans[span + 1]!.from <= i) span += 1
      const s = spans[span]!.style
      const level = levels ? levels.levels[i]! : 0
      if (whole[i] === ATOM) {
        const a = atoms[atom++]!
        const size = a.t === 'field' ? fieldSize(a.field, a.width) : { ...a, rise: a.height }
        parts.push({ atom: a, width: size.width, height: size.height, rise: size.rise, level, text: '' })
        i += 1
        continue
      }
      if (whole[i] === '\n') {
        required = true
        i += 1
        continue
      }
      let end = i
      const spanEnd = spans[span + 1]?.from ?? whole.length
      while (
        end < at.position &&
        end < spanEnd &&
        whole[end] !== ATOM &&
        whole[end] !== '\n' &&
        (!levels || levels.levels[end] === level)
      )
        end += 1
      for (const piece of facePieces(whole.slice(i, end), faceOf(s), context.fonts)) {
        parts.push({
          ...piece,
          size: style.size,
          color: s.color,
          underline: s.underline,
          strike: s.strike,
          level,
          atom: null,
          width: context.fonts.width(piece.face, piece.text) * style.size,
        })
      }
      i = end
    }
    const width = parts.reduce((w, part) => w + part.width, 0)
    const last = parts.at(-1)
    const trailing = last && !last.atom ? last.text.length - last.text.trimEnd().length : 0
    const inkWidth =
      trailing && last && !last.atom
        ? width - last.width + context.fonts.width(last.face, last.text.trimEnd()) * last.size
        : width
    segments.push({ parts, start, width, inkWidth, required: required || (at.required && at.position < whole.length) })
    from = at.position
  }
  return { segments, rtl: !!levels && (levels.paragraphs[0]?.level ?? 0) % 2 === 1 }
}
