import bidiFactory from 'bidi-js'
import LineBreaker from 'linebreak'
import { fieldSize } from './fields'
import type { FieldSpec, Inline } from '../document/model'
import { ADDED, type Box, type Face, type FontBook, GAP, INK, type Item, STRUCK } from './types'

export interface TextStyle {
  size: number
  leading: number
  bold?: boolean
  color?: string
}
export interface InlineContext {
  fonts: FontBook
  page: number
  pages: number
}

interface Piece {
  text: string
  face: Face
  size: number
  color: string
  underline: boolean
  strike: boolean
  width: number
  level: number
  field: null
}
interface Atom {
  field: FieldSpec
  width: number
  height: number
  rise: number
  level: number
  text: ''
}
type Part = Piece | Atom
/** A run that may not be broken inside, unless it is wider than the line. */
interface Segment {
  parts: Part[]
  /** The inline it starts in, and the character there. */
  start: { index: number; offset: number }
  width: number
  inkWidth: number
  required: boolean
}
interface Style {
  bold: boolean
  italic: boolean
  underline: boolean
  strike: boolean
  color: string
}

const bidi = bidiFactory()
const RTL = /[\u0590-\u08FF\uFB1D-\uFDFF\uFE70-\uFEFF]/
const ATOM = '\uFFFC'
const FALLBACKS: Face[] = ['sans', 'arabic', 'hebrew', 'emoji']
const EPSILON = 0.01

function faceOf(style: Style): Face {
  if (style.bold) return style.italic ? 'serif-bold-italic' : 'serif-bold'
  return style.italic ? 'serif-italic' : 'serif'
}

/** Invisible joiners and marks stay in the face of the character before them. */
function clings(code: number): boolean {
  return (
    code === 0x200d ||
    code === 0x200c ||
    (code >= 0x300 && code <= 0x36f) ||
    (code >= 0xfe00 && code <= 0xfe0f) ||
    (code >= 0x1f3fb && code <= 0x1f3ff)
  )
}

/** Control and direction-override characters have no place on a paper. */
function clean(text: string): string {
  return text
    .replace(/\r\n?/g, '\n')
    .replace(/\t/g, ' ')
    .replace(/[\u0000-\u0009\u000B-\u001F\u007F-\u009F\u202A-\u202E\u2066-\u2069\uFFFC\uFEFF]/g, '')
}

/** Splits text into pieces of one face; a character no face has becomes a question mark, never an empty box. */
function facePieces(text: string, wanted: Face, fonts: FontBook): readonly FacePiece[] {
  let known = seen.get(fonts)
  if (!known || known.size > REMEMBERED) seen.set(fonts, (known = new Map()))
  const key = `${wanted}|${text}`
  let pieces = known.get(key)
  if (!pieces) known.set(key, (pieces = splitFaces(text, wanted, fonts)))
  return pieces
}
interface FacePiece {
  readonly text: string
  readonly face: Face
}
/** Words split before, by font book: papers made of one template say the same words over and over. */
const seen = new WeakMap<FontBook, Map<string, FacePiece[]>>()
const REMEMBERED = 20_000

function splitFaces(text: string, wanted: Face, fonts: FontBook): FacePiece[] {
  const out: { text: string; face: Face }[] = []
  for (const char of text) {
    const code = char.codePointAt(0)!
    const last = out.at(-1)
    let face: Face = wanted,
      shown = char
    if (clings(code) && last) {
      face = last.face
      if (!fonts.has(face, code)) continue
    } else if (!fonts.has(wanted, code)) {
      const other = FALLBACKS.find((f) => fonts.has(f, code))
      if (other) face = other
      else shown = '?'
    }
    if (last && last.face === face) last.text += shown
    else out.push({ text: shown, face })
  }
  return out
}

function colourOf(i: Extract<Inline, { t: 'text' }>, style: TextStyle): string {
  if (i.gap) return GAP
  return i.change ? (i.change === 'struck' ? STRUCK : ADDED) : (style.color ?? INK)
}

function segmentsOf(
  content: readonly Inline[],
  style: TextStyle,
  context: InlineContext,
): { segments: Segment[]; rtl: boolean } {
  let whole = ''
  const spans: { from: number; style: Style }[] = []
  const atoms: { field: FieldSpec; width?: number }[] = []
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
    else if (i.t === 'field') {
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
        const { field, width } = atoms[atom++]!
        const size = fieldSize(field, width)
        parts.push({ field, width: size.width, height: size.height, rise: size.rise, level, text: '' })
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
          field: null,
          width: context.fonts.width(piece.face, piece.text) * style.size,
        })
      }
      i = end
    }
    const width = parts.reduce((w, part) => w + part.width, 0)
    const last = parts.at(-1)
    const trailing = last && !last.field ? last.text.length - last.text.trimEnd().length : 0
    const inkWidth =
      trailing && last && !last.field
        ? width - last.width + context.fonts.width(last.face, last.text.trimEnd()) * last.size
        : width
    segments.push({ parts, start, width, inkWidth, required: required || (at.required && at.position < whole.length) })
    from = at.position
  }
  return { segments, rtl: !!levels && (levels.paragraphs[0]?.level ?? 0) % 2 === 1 }
}

/** Cuts a segment that is wider than the line between characters. */
function cut(segment: Segment, room: number, fonts: FontBook): Segment[] {
  const out: Segment[] = []
  let parts: Part[] = [],
    width = 0
  const flush = (required: boolean) => {
    if (parts.length) out.push({ parts, start: segment.start, width, inkWidth: width, required })
    parts = []
    width = 0
  }
  for (const part of segment.parts) {
    if (part.field) {
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

/** Rule L2 of UAX 9: from the highest level down, reverse every run of parts at that level or above. */
function visualOrder(parts: Part[]): Part[] {
  const max = Math.max(0, ...parts.map((x) => x.level))
  if (max === 0) return parts
  const words = parts.flatMap((part): Part[] =>
    part.field || part.level % 2 === 0
      ? [part]
      : part.text.split(/(?<=\s)(?=\S)/).map((text) => ({ ...part, text, width: -1 })),
  )
  for (let level = max; level > 0; level -= 1) {
    for (let i = 0; i < words.length;) {
      let j = i
      while (j < words.length && words[j]!.level >= level) j += 1
      if (j > i) words.splice(i, j - i, ...words.slice(i, j).reverse())
      i = Math.max(j, i + 1)
    }
  }
  return words
}

/**
 * Breaks inline content into lines no wider than `width` (UAX 14 break opportunities) and returns one box a line.
 * Fields stand in the line like words and keep their exact place.
 */
export function layoutInline(
  content: readonly Inline[],
  width: number,
  style: TextStyle,
  align: 'left' | 'center' | 'right' | undefined,
  node: number | null,
  context: InlineContext,
): Box[] {
  const { segments, rtl } = segmentsOf(content, style, context)
  const side = align ?? (rtl ? 'right' : 'left')
  const lines: Part[][] = []
  const starts: Segment['start'][] = []
  let line: Part[] = [],
    used = 0
  const queue = segments.flatMap((s) => (s.inkWidth > width ? cut(s, width, context.fonts) : [s]))
  for (const s of queue) {
    if (line.length && used + s.inkWidth > width + EPSILON) {
      lines.push(line)
      line = []
      used = 0
    }
    if (line.length === 0) starts[lines.length] = s.start
    line.push(...s.parts)
    used += s.width
    if (s.required) {
      lines.push(line)
      line = []
      used = 0
    }
  }
  if (line.length || lines.length === 0) lines.push(line)
  return lines.map((parts, i) => ({
    ...lineBox(parts, width, style, side, node, context.fonts),
    start: starts[i] ?? { index: 0, offset: 0 },
    keepNext: lines.length > 1 && (i === 0 || i === lines.length - 2),
  }))
}

function lineBox(
  parts: Part[],
  width: number,
  style: TextStyle,
  side: 'left' | 'center' | 'right',
  node: number | null,
  fonts: FontBook,
): Box {
  const merged: Part[] = []
  for (const part of visualOrder(parts)) {
    const last = merged.at(-1)
    if (
      last &&
      !last.field &&
      !part.field &&
      part.level % 2 === 0 &&
      last.level === part.level &&
      last.face === part.face &&
      last.color === part.color &&
      last.underline === part.underline &&
      last.strike === part.strike
    )
      last.text += part.text
    else merged.push({ ...part })
  }
  const last = merged.at(-1)
  if (last && !last.field && last.level % 2 === 0) last.text = last.text.trimEnd()
  for (const part of merged) if (!part.field) part.width = fonts.width(part.face, part.text) * part.size
  const total = merged.reduce((w, part) => w + part.width, 0)
  const rise = Math.max(0, ...merged.map((part) => (part.field ? part.rise : 0)))
  const drop = Math.max(0, ...merged.map((part) => (part.field ? part.height - part.rise : 0)))
  const ascent = Math.max(style.leading * 0.74, rise + 1.5)
  const height = ascent + Math.max(style.leading * 0.26, drop + 1.5)
  const box: Box = { height, gap: 0, items: [], fields: [], keepNext: false }
  let x = side === 'left' ? 0 : side === 'right' ? width - total : (width - total) / 2
  for (const part of merged) {
    if (part.field) box.fields.push({ field: part.field, x, y: ascent - part.rise, w: part.width, h: part.height })
    else if (part.text) {
      const text: Item = {
        k: 'text',
        x,
        y: ascent,
        text: part.text,
        face: part.face,
        size: part.size,
        color: part.color,
        node,
        width: part.width,
      }
      box.items.push(text)
      const rule = (dy: number): Item => ({
        k: 'line',
        x1: x,
        y1: ascent + dy,
        x2: x + part.width,
        y2: ascent + dy,
        weight: 0.6,
        color: part.color,
      })
      if (part.underline) box.items.push(rule(part.size * 0.14))
      if (part.strike) box.items.push(rule(-part.size * 0.28))
    }
    x += part.width
  }
  return box
}
