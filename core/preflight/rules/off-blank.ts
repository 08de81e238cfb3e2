import type { Mark } from '../../marking/model'
import { type Rule, warn } from '../note'

const onIt = (a: Mark, b: Mark): boolean =>
  a.page === b.page &&
  Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x) > 0.3 * Math.min(a.w, b.w) &&
  Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y) > 0.2 * Math.min(a.h, b.h)

/** A field drawn where the page has no blank, though it has blanks elsewhere: it may cover print. */
export const offBlank: Rule = ({ marked }) => {
  if (!marked) return []
  const found = marked.marks.filter((m) => m.from !== 'hand')
  return marked.marks
    .filter((m) => m.from === 'hand' && m.state === 'settled')
    .filter((m) => found.some((f) => f.page === m.page) && !found.some((f) => onIt(m, f)))
    .map((m) =>
      warn(`“${m.field.label.slice(0, 60)}” on page ${m.page} stands on no blank. See that it covers nothing.`, null, {
        kind: 'mark',
        label: 'Show it',
        mark: m.id,
      }),
    )
}
