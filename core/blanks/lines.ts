import type { Area, Glyph } from './ink'

/** Words that stand together on one line; a wide gap ends a phrase. `base` is the baseline. */
export interface Phrase extends Area {
  text: string
  base: number
  size: number
  bold: boolean
}
/** A run of characters that stand for a blank. */
export interface Filler extends Area {
  kind: 'underscore' | 'dots' | 'dashes' | 'box' | 'ring' | 'brackets' | 'date'
  base: number
  size: number
  text: string
}
/** A line of the page: its phrases and fillers from left to right. */
export interface TextLine {
  base: number
  size: number
  parts: (({ is: 'phrase' } & Phrase) | ({ is: 'filler' } & Filler))[]
}

const CLASS: Record<string, Filler['kind']> = {}
for (const ch of '__＿‗_') CLASS[ch] = 'underscore'
for (const ch of '.…·․‥・') CLASS[ch] = 'dots'
for (const ch of '-–—‒―−─━┄┈') CLASS[ch] = 'dashes'
for (const ch of '☐□▢❏❑◻❐❒◽⬜⬚') CLASS[ch] = 'box'
for (const ch of '○◯⚪❍⭘') CLASS[ch] = 'ring'

const areaOf = (gs: readonly Glyph[]): Area & { base: number; size: number } => {
  const size = Math.max(...gs.map((g) => g.size))
  const base = gs[0]!.base
  const x = gs[0]!.x
  const last = gs.at(-1)!
  return { x, w: last.x + last.w - x, y: base - size * 0.78, h: size, base, size }
}

/** Sorts characters into lines by their baselines. Text printed twice a hair apart, to look bold, is taken once. */
function rows(glyphs: readonly Glyph[]): Glyph[][] {
  const sorted = glyphs.filter((g) => g.size > 2 && g.w >= 0).sort((a, b) => a.base - b.base || a.x - b.x)
  const lines: { base: number; size: number; glyphs: Glyph[] }[] = []
  for (const g of sorted) {
    const line = lines.at(-1)
    const home =
      line && Math.abs(line.base - g.base) <= Math.max(1, 0.28 * Math.min(line.size, g.size)) ? line : undefined
    if (home) home.glyphs.push(g)
    else lines.push({ base: g.base, size: g.size, glyphs: [g] })
  }
  return lines.map(({ glyphs: gs }) => {
    gs.sort((a, b) => a.x - b.x)
    return gs.filter((g, i) => {
      const before = gs[i - 1]
      return !(before && before.ch === g.ch && g.ch !== ' ' && g.x - before.x < 0.25 * g.w)
    })
  })
}

interface Piece {
  kind: Filler['kind'] | 'text'
  glyphs: Glyph[]
}

/** Cuts a line into runs of one class; spaces between fill characters belong to the run. */
function pieces(row: readonly Glyph[]): Piece[] {
  const out: Piece[] = []
  for (const g of row) {
    const blank = !g.ch.trim()
    if (blank) continue
    const kind = CLASS[g.ch] ?? 'text'
    const last = out.at(-1)
    const before = last?.glyphs.at(-1)
    const gap = before ? g.x - (before.x + before.w) : 0
    const joins =
      last &&
      last.kind === kind &&
      kind !== 'box' &&
      kind !== 'ring' &&
      (kind === 'text' ? gap <= 0.95 * g.size : kind === 'underscore' ? gap <= 0.4 * g.size : gap <= 0.9 * g.size)
    if (joins) last.glyphs.push(g)
    else out.push({ kind, glyphs: [g] })
  }
  return out
}

/** Whether a run of fill characters is long enough to be one; a full stop or a hyphen is part of the text. */
function isFiller(p: Piece): boolean {
  const n = p.glyphs.length
  const { w, size } = areaOf(p.glyphs)
  switch (p.kind) {
    case 'underscore':
      return w >= 0.9 * size
    case 'dots':
      return p.glyphs.some((g) => g.ch === '…' || g.ch === '‥') ? n >= 2 || w > 2 * size : n >= 5 && w >= 1.4 * size
    case 'dashes':
      return n >= 5 && w >= 2 * size
    case 'box':
    case 'ring':
      return true
    default:
      return false
  }
}

const toText = (glyphs: readonly Glyph[], row: readonly Glyph[]): string => {
  let s = ''
  glyphs.forEach((g, i) => {
    const before = glyphs[i - 1]
    if (before) {
      const gap = g.x - (before.x + before.w)
      if (gap > 0.16 * g.size || spaced(row, before, g)) s += ' '
    }
    s += g.ch
  })
  return s
}
/** Whether a space was typed between two characters. */
function spaced(row: readonly Glyph[], a: Glyph, b: Glyph): boolean {
  const i = row.indexOf(a)
  return row.slice(i + 1, row.indexOf(b, i)).some((g) => !g.ch.trim())
}

/** Puts text and fill characters of a page into lines. */
export function textLines(glyphs: readonly Glyph[]): TextLine[] {
  const lines: TextLine[] = []
  for (const row of rows(glyphs)) {
    const parts: TextLine['parts'] = []
    let text: Glyph[] = []
    const flush = () => {
      if (!text.length) return
      const words = toText(text, row)
      parts.push({
        is: 'phrase',
        ...areaOf(text),
        text: words,
        bold: text.filter((g) => g.bold).length * 2 > text.length,
      })
      text = []
    }
    for (const p of pieces(row)) {
      if (p.kind === 'text' || !isFiller(p)) {
        const before = text.at(-1)
        const first = p.glyphs[0]!
        if (before && first.x - (before.x + before.w) > 0.95 * Math.max(first.size, 6)) flush()
        text.push(...p.glyphs)
      } else {
        flush()
        parts.push({ is: 'filler', kind: p.kind as Filler['kind'], ...areaOf(p.glyphs), text: toText(p.glyphs, row) })
      }
    }
    flush()
    const joined = joinBrackets(joinDates(parts))
    if (joined.length) lines.push({ base: row[0]!.base, size: Math.max(...joined.map((p) => p.size)), parts: joined })
  }
  return lines
}

type Part = TextLine['parts'][number]
const span = (a: Part, b: Part): Area => {
  const y = Math.min(a.y, b.y)
  return { x: a.x, w: b.x + b.w - a.x, y, h: Math.max(a.y + a.h, b.y + b.h) - y }
}

/** `__/__/____` and its like, printed in three pieces, is one place for a date. */
function joinDates(parts: Part[]): Part[] {
  const out: Part[] = []
  const separates = (p: Part | undefined) => p?.is === 'phrase' && /^\s*[/.\-–:]\s*$/.test(p.text)
  const fill = (p: Part | undefined): p is Extract<Part, { is: 'filler' }> =>
    p?.is === 'filler' && (p.kind === 'underscore' || p.kind === 'dots') && p.w < 12 * p.size
  for (let i = 0; i < parts.length; i += 1) {
    const p = parts[i]!
    if (fill(p) && separates(parts[i + 1]) && fill(parts[i + 2]) && p.w < 6 * p.size) {
      let end = i + 2
      if (separates(parts[i + 3]) && fill(parts[i + 4])) end = i + 4
      else {
        // "/ 20__" ends the date too.
        const sep = parts[i + 3]
        if (sep?.is === 'phrase' && /^\s*[/.\-–]\s*(19|20)\s*$/.test(sep.text) && fill(parts[i + 4])) end = i + 4
      }
      const text = parts
        .slice(i, end + 1)
        .map((q) => q.text)
        .join('')
      out.push({ ...p, ...span(p, parts[end]!), kind: 'date', text })
      i = end
    } else out.push(p)
  }
  return out
}

/** `[   ]` and `(   )` with nothing in them are places to tick, or to write when they are wide. */
/** A few underscores between brackets are a place for a tick: they are taken out. */
function withoutInner(parts: Part[]): Part[] {
  return parts.filter((p, i) => {
    const [before, after] = [parts[i - 1], parts[i + 1]]
    const inner = p.is === 'filler' && p.kind === 'underscore' && p.w < 3.2 * p.size
    return !(
      inner &&
      before?.is === 'phrase' &&
      after?.is === 'phrase' &&
      /[[(]$/.test(before.text) &&
      /^[\])]/.test(after.text)
    )
  })
}
function joinBrackets(given: Part[]): Part[] {
  const out: Part[] = []
  const parts = withoutInner(given)
  const pairs: Record<string, string> = { '[': ']', '(': ')', '{': '}' }
  for (const p of parts) {
    const last = out.at(-1)
    if (p.is === 'phrase' && last?.is === 'phrase') {
      const open = /[[({]$/.exec(last.text)?.[0]
      if (open && p.text.startsWith(pairs[open]!) && p.x - (last.x + last.w) < 14 * p.size) {
        const before = last.text.slice(0, -1).trimEnd()
        const after = p.text.slice(1).trimStart()
        const edge = last.x + last.w
        const filler: Part = {
          is: 'filler',
          kind: 'brackets',
          x: edge - 0.33 * p.size,
          w: p.x - edge + 0.66 * p.size,
          y: p.y,
          h: p.h,
          base: p.base,
          size: p.size,
          text: `${open} ${pairs[open]}`,
        }
        if (before) out[out.length - 1] = { ...last, text: before, w: last.w - 0.4 * p.size }
        else out.pop()
        out.push(filler)
        if (after) out.push({ ...p, text: after, x: p.x + 0.4 * p.size, w: p.w - 0.4 * p.size })
        continue
      }
    }
    if (p.is === 'phrase') {
      out.push(...splitBrackets(p))
      continue
    }
    out.push(p)
  }
  return out
}

/** A pair of brackets with only spaces between, inside one phrase. */
function splitBrackets(p: Extract<Part, { is: 'phrase' }>): Part[] {
  const m = /[[(]\s{1,12}[\])]|\[\]/.exec(p.text)
  if (!m) return [p]
  const unit = p.w / Math.max(1, p.text.length)
  const out: Part[] = []
  const before = p.text.slice(0, m.index).trimEnd()
  const after = p.text.slice(m.index + m[0].length).trimStart()
  if (before) out.push({ ...p, text: before, w: before.length * unit })
  const x = p.x + m.index * unit
  const w = Math.max(m[0].length * unit, 0.8 * p.size)
  out.push({ is: 'filler', kind: 'brackets', x, w, y: p.y, h: p.h, base: p.base, size: p.size, text: m[0] })
  if (after) {
    const ax = p.x + p.w - after.length * unit
    out.push(...splitBrackets({ ...p, text: after, x: ax, w: p.x + p.w - ax }))
  }
  return out
}
