import { asks, type Candidate, labelLike, near } from './candidate'
import { right } from './ink'
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
export function gapCandidates(s: Scene, listing: ReadonlySet<TextLine>): Candidate[] {
  const gaps = s.lines.flatMap((line, n) =>
    listing.has(line)
      ? []
      : line.parts.flatMap((p, i) => {
          const next = line.parts[i + 1]
          if (!isWords(p) || !isWords(next) || next.x - right(p) < ROOM * line.size) return []
          return [{ line, n, left: p, next }]
        }),
  )
  const column = (g: (typeof gaps)[number]) =>
    gaps.some((o) => o !== g && Math.abs(o.n - g.n) <= 2 && near(o.next.x, g.next.x, 2) && o.next.text.length > 1)
  return gaps.flatMap((g): Candidate[] => {
    const { left, next, line } = g
    const stop = /^[.;,]$/.test(next.text.trim())
    const labelled = asks(left.text) && labelLike(left.text)
    const goesOn =
      /^[\p{Ll}(“"„«,.;)]/u.test(next.text) && /[\p{L},]$/u.test(left.text.trim()) && left.text.trim().length > 1
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
  })
}
