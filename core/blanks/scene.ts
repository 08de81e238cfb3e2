import { type Grid, gridsOf } from './cells'
import { type Area, type Ink, type Shape, bottom, right, shared } from './ink'
import { type Filler, type Phrase, type TextLine, textLines } from './lines'
import { listings } from './listing'
import { type Rules, rulesOf } from './rules'

/** A page made ready for looking: lines of text, rules, grids, and where its content lies. */
export interface Scene {
  ink: Ink
  lines: TextLine[]
  phrases: Phrase[]
  fillers: (Filler & { line: TextLine; index: number })[]
  /** Lines of source code. */
  listing: ReadonlySet<TextLine>
  rules: Rules
  grids: Grid[]
  shapes: Shape[]
  /** Where most lines begin and end. */
  left: number
  right: number
  /** The size most of the text is set in. */
  body: number
}

const nth = (values: number[], part: number): number => {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0
}

export function sceneOf(ink: Ink): Scene {
  const lines = textLines(ink.glyphs)
  const phrases = lines.flatMap((l) => l.parts.filter((p) => p.is === 'phrase'))
  const fillers = lines.flatMap((line) =>
    line.parts.flatMap((p, index) => (p.is === 'filler' ? [{ ...p, line, index }] : [])),
  )
  const rules = rulesOf(ink)
  const sizes = phrases.flatMap((p) => Array<number>(Math.max(1, Math.round(p.text.length / 8))).fill(p.size))
  const spans = lines.map((l) => ({ x1: l.parts[0]!.x, x2: right(l.parts.at(-1)!) }))
  return {
    ink,
    lines,
    phrases,
    fillers,
    listing: listings(lines),
    rules,
    grids: gridsOf(rules),
    shapes: ink.shapes,
    left: spans.length ? Math.min(...spans.map((s) => s.x1)) : 0,
    right: spans.length
      ? nth(
          spans.map((s) => s.x2),
          0.97,
        )
      : ink.width,
    body: nth(sizes, 0.5) || 10,
  }
}

/** Phrases with their middle inside an area. */
export const phrasesIn = (s: Scene, a: Area): Phrase[] =>
  s.phrases.filter((p) => {
    const my = p.base - p.size * 0.3
    return my > a.y - 0.5 && my < bottom(a) + 0.5 && shared(p.x, right(p), a.x, right(a)) > 0.5 * Math.min(p.w, a.w)
  })

/** How far it is from a level at `y` up to the next ink over the span from `x1` to `x2`. */
export function roomAbove(s: Scene, x1: number, x2: number, y: number): number {
  let room = y
  for (const p of s.phrases)
    if (p.base < y - 0.5 && shared(p.x, right(p), x1, x2) > 1) room = Math.min(room, y - (p.base + 0.22 * p.size))
  for (const f of s.fillers) if (f.base < y - 3 && shared(f.x, right(f), x1, x2) > 1) room = Math.min(room, y - f.base)
  for (const r of s.rules.level) if (r.y < y - 3 && shared(r.x1, r.x2, x1, x2) > 1) room = Math.min(room, y - r.y)
  return Math.max(0, room)
}
