import { asks, type Candidate, labelLike } from './candidate'
import { isLine } from './found'
import type { Beside } from './labels'

/**
 * On which side of a stack of lines their labels stand. Between two lines words belong to either: what is at the ends of the
 * stack tells. Words over the first and none under the last are over all of them.
 */
export function labelsAbove(all: readonly Candidate[], beside: ReadonlyMap<Candidate, Beside>): Set<Candidate> {
  const above = new Set<Candidate>()
  const free = all.filter((c) => (isLine(c) || c.how === 'box') && !c.row && !c.inText && !beside.get(c)!.left)
  const under = new Map(
    free.flatMap((c) => (beside.get(c)!.abovePhrase ? [[beside.get(c)!.abovePhrase!, c] as const] : [])),
  )
  const done = new Set<Candidate>()
  for (const first of free) {
    const top = beside.get(first)!
    if (
      done.has(first) ||
      free.some((c) => beside.get(c)!.belowPhrase && beside.get(c)!.belowPhrase === top.abovePhrase)
    )
      continue
    const stack: Candidate[] = []
    for (let c: Candidate | undefined = first; c && !stack.includes(c);) {
      stack.push(c)
      done.add(c)
      const phrase: Beside['belowPhrase'] = beside.get(c)!.belowPhrase
      c = phrase ? under.get(phrase) : undefined
    }
    const bottom = beside.get(stack.at(-1)!)!
    const over = !!top.above && labelLike(top.above) && !top.abovePhrase!.bold
    const below = !!bottom.below && labelLike(bottom.below) && !bottom.belowPhrase!.bold && bottom.belowGap < 13
    const closer = stack.filter((c) => beside.get(c)!.aboveGap < beside.get(c)!.belowGap).length * 2 > stack.length
    if (over && (stack.length > 1 || asks(top.above)) && (!below || closer)) for (const c of stack) above.add(c)
  }
  return above
}

/** What stands beside a place whose label is over it: nothing under it is. */
export const withoutBelow = (b: Beside): Beside => ({
  ...b,
  below: '',
  belowPhrase: null,
  belowGap: Number.POSITIVE_INFINITY,
})
