import type { Area, Glyph, Ink } from './ink'

const FROM_RIGHT = /[\u0590-\u08FF\uFB1D-\uFDFF\uFE70-\uFEFF]/
const FROM_LEFT = /[\p{L}\p{Nd}]/u
const OTHER: Record<string, string> = { '(': ')', ')': '(', '[': ']', ']': '[', '{': '}', '}': '{', '«': '»', '»': '«' }

/** A place on a page seen in a mirror, and back again. */
export const across = <T extends Pick<Area, 'x' | 'w'>>(a: T, width: number): T => ({ ...a, x: width - a.x - a.w })

/** Letters of one line in their order from the left. */
function linesOf(glyphs: readonly Glyph[]): Glyph[][] {
  const lines: Glyph[][] = []
  for (const g of [...glyphs].sort((a, b) => a.base - b.base || a.x - b.x)) {
    const line = lines.at(-1)
    if (line && g.base - line[0]!.base < 0.3 * g.size) line.push(g)
    else lines.push([g])
  }
  return lines.map((l) => l.sort((a, b) => a.x - b.x))
}

const leads = (ch: string): boolean => FROM_LEFT.test(ch) && !FROM_RIGHT.test(ch)

/** A line in the mirror: words from the right now run from the left; numbers and words from the left keep their order. */
function lineAcross(line: readonly Glyph[], width: number): Glyph[] {
  const out: Glyph[] = []
  for (let i = 0; i < line.length; i += 1) {
    if (!leads(line[i]!.ch)) {
      const g = across(line[i]!, width)
      out.push({ ...g, ch: OTHER[g.ch] ?? g.ch })
      continue
    }
    // What stands between two letters or figures from the left is part of them: `12:30`, `7.5 t`, a name.
    let end = i
    for (let k = i + 1; k < line.length && !FROM_RIGHT.test(line[k]!.ch); k += 1) {
      const gap = line[k]!.x - (line[k - 1]!.x + line[k - 1]!.w)
      if (gap > line[k]!.size) break
      if (leads(line[k]!.ch)) end = k
    }
    const [first, last] = [line[i]!, line[end]!]
    const from = width - (last.x + last.w)
    for (const g of line.slice(i, end + 1)) out.push({ ...g, x: from + (g.x - first.x) })
    i = end
  }
  return out
}

/**
 * A page whose words run from the right, seen in a mirror: labels stand at the left of their blanks there, as everywhere else,
 * and letters come in the order they are read. Any other page as it is.
 */
export function mirrored(ink: Ink): Ink {
  const letters = ink.glyphs.filter((g) => /\p{L}/u.test(g.ch))
  const back = letters.filter((g) => FROM_RIGHT.test(g.ch)).length
  if (ink.mirrored || back * 2 <= letters.length) return ink
  const { width } = ink
  return {
    ...ink,
    mirrored: true,
    glyphs: linesOf(ink.glyphs).flatMap((l) => lineAcross(l, width)),
    strokes: ink.strokes.map((s) => ({ ...s, x1: width - s.x2, x2: width - s.x1 })),
    shapes: ink.shapes.map((s) => across(s, width)),
    images: ink.images.map((a) => across(a, width)),
    widgets: ink.widgets.map((w) => across(w, width)),
  }
}
