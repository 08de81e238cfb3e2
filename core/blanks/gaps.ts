import { asks, type Candidate, labelLike, near } from './candidate'
import { type Area, bottom, overlap, right } from './ink'
import type { Phrase, TextLine } from './lines'
import type { Scene } from './scene'

type Words = { is: 'phrase' } & Phrase
const isWords = (p: TextLine['parts'][number] | undefined): p is Words => p?.is === 'phrase'
/** The shortest white space that is room to write, in letters’ heights. */
const ROOM = 3.6

/**
 * Blanks without ink: white space on a line between a label and its stop (`Name:            .`), or within a sentence that
 * goes on behind it. Columns of text and of tables, whose gaps stand one below the other, are none.
 */
export function gapCandidates(
  s: Scene,
  listing: ReadonlySet<TextLine>,
  named: (text: string) => boolean,
  taken: readonly Area[],
): Candidate[] {
  const gaps = s.lines.flatMap((line, n) =>
    listing.has(line)
      ? []
      : line.parts.flatMap((p, i) => {
          const next = line.parts[i + 1]
          if (!isWords(p) || !isWords(next) || next.x - right(p) < ROOM * line.size) return []
          return [{ line, n, left: p, next }]
        }),
  )
  const ends = [...gapsAtEnd(s, listing, named, taken), ...gapsAtStart(s, listing)]
  const column = (g: (typeof gaps)[number]) =>
    [-2, -1, 1, 2].some((k) =>
      s.lines[g.n + k]?.parts.some((p) => p.is === 'phrase' && near(p.x, g.next.x, 2) && p.text.length > 1),
    )
  const free = (c: Candidate) => !taken.some((t) => overlap(t, c) > 0)
  return [
    ...ends,
    ...gaps.flatMap((g): Candidate[] => {
      const { left, next, line } = g
      const stop = /^[.;,]$/.test(next.text.trim())
      const labelled = asks(left.text) && labelLike(left.text)
      const goesOn =
        /^[\p{Ll}(“"„«,.;)]/u.test(next.text) &&
        /[\p{L},]$/u.test(left.text.trim()) &&
        (left.text.trim().split(/\s+/).length > 2 ||
          line.parts.length > 2 ||
          (/^\p{Ll}/u.test(left.text) && /^[(“"„«]/.test(next.text)))
      if (!(stop && (labelled || goesOn)) && !(goesOn && !column(g))) return []
      if (s.grids.some((o) => o.cells.length > 1 && line.base > o.y && line.base < o.y + o.h)) return []
      const x = right(left) + 0.3 * line.size
      const h = 1.2 * line.size
      return [
        {
          how: 'space',
          x,
          w: next.x - x - 0.1 * line.size,
          y: line.base + 0.2 * line.size - h,
          h,
          base: line.base,
          size: line.size,
          inText: !labelled,
        },
      ]
    }),
  ].filter(free)
}

/** `Signature:` with nothing behind it, and nothing under it that would be what it leads to. */
function gapsAtEnd(
  s: Scene,
  listing: ReadonlySet<TextLine>,
  named: (text: string) => boolean,
  taken: readonly Area[],
): Candidate[] {
  return s.lines.flatMap((line) =>
    listing.has(line)
      ? []
      : line.parts.flatMap((p, i): Candidate[] => {
          const next = line.parts[i + 1]
          const end = next ? next.x - 2 * line.size : Math.max(s.right, s.ink.width - s.left)
          if (!isWords(p) || !/:\s*$/.test(p.text) || !labelLike(p.text) || !named(p.text) || end - right(p) < 60)
            return []
          const h = 1.2 * line.size
          const x = right(p) + 0.4 * line.size
          const low = line.base + 0.2 * line.size
          const room = { x, w: Math.min(end - x, 150), y: low - h, h }
          const under =
            s.phrases.some(
              // Another label is not what this one leads to.
              (o) =>
                o.base > line.base + 1 &&
                o.base < line.base + 2 * line.size &&
                o.x < right(p) &&
                right(o) > x &&
                !/:\s*$/.test(o.text),
            ) || taken.some((t) => near(t.x, p.x, 8) && bottom(t) > low && t.y < line.base + 2 * line.size)
          return under ? [] : [{ how: 'space', ...room, base: line.base, size: line.size }]
        }),
  )
}

/** A line of a sentence that begins with room to write: the line before goes on, this one starts far in from where that did. */
function gapsAtStart(s: Scene, listing: ReadonlySet<TextLine>): Candidate[] {
  return s.lines.flatMap((line, n): Candidate[] => {
    const before = s.lines[n - 1]
    const [from, to, last] = [before?.parts[0], line.parts[0], before?.parts.at(-1)]
    if (!before || listing.has(line) || !isWords(from) || !isWords(to) || !isWords(last)) return []
    const runsOn = /[\p{Ll},]$/u.test(last.text.trim()) && /^[\p{Ll}(“"„«]/u.test(to.text)
    const under = line.base - before.base > 0 && line.base - before.base < 2.4 * line.size
    const w = to.x - from.x
    if (
      !runsOn ||
      !under ||
      w < 5 * line.size ||
      !near(from.x, s.left, 4) ||
      right(last) < s.right - 0.35 * (s.right - s.left)
    )
      return []
    if ([-2, 1, 2].some((k) => s.lines[n + k]?.parts.some((p) => near(p.x, to.x, 2)))) return []
    const h = 1.2 * line.size
    const at = { x: from.x, w: w - 0.4 * line.size, y: line.base + 0.2 * line.size - h, h }
    return [{ how: 'space', ...at, base: line.base, size: line.size, inText: true }]
  })
}
