import type { Grid } from './cells'
import { shared, right, bottom, type Area } from './ink'
import type { Phrase } from './lines'
import type { Rule } from './rules'
import type { Scene } from './scene'

/** Something that looks like a place to write, before its words are read. */
export interface Candidate extends Area {
  how:
    | 'underscores'
    | 'dots'
    | 'dashes'
    | 'rule'
    | 'cell'
    | 'box'
    | 'tick'
    | 'comb'
    | 'brackets'
    | 'date'
    | 'space'
    | 'form field'
  /** The level words beside it stand on: a baseline or a rule. */
  base: number
  size: number
  /** Words that are given by where it stands rather than by nearness. */
  inside?: string
  row?: string
  head?: string
  /** Its name in the file's own form. */
  named?: string
  widget?: Scene['ink']['widgets'][number]
  /** Part of a line of text, as against a place of its own. */
  inText?: boolean
  /** A caption below it, already told apart. */
  caption?: Phrase
  /** Written in columns of one grid. */
  grid?: Grid
}

const lastWords = /[\p{L}\p{N}]/u
export const labelLike = (text: string): boolean =>
  text.length <= 70 && text.split(/\s+/).length <= 9 && lastWords.test(text)
/** A line of source code: a name with underscores, with what programs have beside it. */
const isCode = (text: string): boolean => /\w_\w/.test(text) && /[()=;{}]/.test(text)
/** Whether words end as a question to be filled in does. */
export const asks = (text: string): boolean => /[:?]\s*$/.test(text)
/** Whether words before a place are a sentence it stands in, not its label. */
export const runsOn = (text: string): boolean => {
  const words = text.trim().split(/\s+/).length
  return words > 8 || (words > 2 && !asks(text) && /^[\p{Ll},.;)]/u.test(text))
}
export const near = (a: number, b: number, by = 2.4) => Math.abs(a - b) <= by
/** Whether a rule is an edge of an opening of some grid. */
export const isBorder = (s: Scene, r: Rule): boolean =>
  s.grids.some(
    (g) =>
      r.y >= g.y - 3 &&
      r.y <= bottom(g) + 3 &&
      g.cells.some(
        (c) =>
          (near(c.y, r.y) || near(bottom(c), r.y)) &&
          shared(c.x, right(c), r.x1, r.x2) > 0.5 * Math.min(c.w, r.x2 - r.x1),
      ),
  )
/** Room left in an opening that has only a label in it. */
export function labelled(
  c: Area,
  phrases: readonly Phrase[],
  text: string,
  known: (text: string) => boolean,
): Area | null {
  if (!labelLike(text) || phrases.length > 2 || isCode(text)) return null
  if (!asks(text) && !known(text)) return null
  const low = lowest(phrases)
  const end = Math.max(...phrases.map(right))
  const first = phrases[0]!
  const below = bottom(c) - low
  const beside = right(c) - end
  if (below >= 13 && first.y - c.y < 0.5 * c.h) return { x: c.x, y: low + 1, w: c.w, h: below - 1 }
  if (beside >= 46 && end - c.x < 0.62 * c.w) return { x: end + 3, y: c.y, w: beside - 3, h: c.h }
  return null
}

/** How far down phrases reach. */
export const lowest = (phrases: readonly Phrase[]): number => Math.max(...phrases.map((p) => p.base + 0.25 * p.size))
