import type { Mark } from '../../marking/model'
import { type Rule, warn } from '../note'

const onIt = (a: Mark, b: Mark): boolean =>
  a.page === b.page &&
  Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x) > 0.3 * Math.min(a.w, b.w) &&
  Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y) > 0.2 * Math.min(a.h, b.h)

/** Fields drawn where the page has no blank, though it has blanks elsewhere: they may cover print. One note for all. */
export const offBlank: Rule = ({ marked }) => {
  if (!marked) return []
  const found = marked.marks.filter((m) => m.from !== 'hand')
  const off = marked.marks
    .filter((m) => m.from === 'hand' && m.state === 'settled')
    .filter((m) => found.some((f) => f.page === m.page) && !found.some((f) => onIt(m, f)))
  const [first] = off
  if (!first) return []
  const name = `“${first.field.label.slice(0, 60)}” on page ${first.page}`
  return [
    warn(
      off.length === 1
        ? `${name} was drawn where there is no blank. See that it covers nothing.`
        : `${off.length} fields were drawn where there is no blank, the first is ${name}. See that they cover nothing.`,
      null,
      { kind: 'mark', label: 'Show it', mark: first.id },
    ),
  ]
}
