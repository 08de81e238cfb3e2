import type { Block, Condition } from '../../document/model'
import { type Rule, conditionsOf, warn } from '../note'

/** Why a condition can't come true whatever the record says; null when it can. */
function why(c: Condition, known: boolean): string | null {
  if (!known && c.is !== 'unset') return `it asks for “${c.path}”, which no record has`
  if (c.is === 'below' && (c.than ?? 0) <= 0) return 'nothing is below 0 here'
  return null
}
/** Two conditions that can't both be true. */
function contradict(a: Condition, b: Condition): boolean {
  if (a.path !== b.path) return false
  const kinds = `${a.is} ${b.is}`
  if (kinds === 'set unset' || kinds === 'unset set') return true
  if (kinds === 'above below') return (a.than ?? 0) >= (b.than ?? 0)
  if (kinds === 'below above') return (b.than ?? 0) >= (a.than ?? 0)
  return (
    (a.is === 'unset' && b.is === 'above' && (b.than ?? 0) >= 0) ||
    (b.is === 'unset' && a.is === 'above' && (a.than ?? 0) >= 0)
  )
}

/** A condition that can never hold, by itself or under the one around it. */
export const neverHolds: Rule = ({ template, context }) => {
  const notes = conditionsOf(template).flatMap(({ condition, at }) => {
    const reason = why(condition, Object.hasOwn(context.values, condition.path))
    return reason ? [warn(`A condition can never hold: ${reason}.`, at)] : []
  })
  const visit = (blocks: readonly Block[], around: readonly Condition[]) => {
    for (const b of blocks) {
      const { when } = b
      if (when && around.some((c) => contradict(c, when)))
        notes.push(
          warn(`A condition can never hold: what is around it says the opposite of “${when.path}”.`, b.id ?? null),
        )
      const inner = when ? [...around, when] : around
      if (b.t === 'keep') visit(b.content, inner)
      else if (b.t === 'columns') b.columns.forEach((c) => visit(c, inner))
      else if (b.t === 'list') b.items.forEach((i) => visit(i, inner))
      else if (b.t === 'table') b.rows.forEach((r) => r.cells.forEach((c) => visit(c, inner)))
    }
  }
  visit(template.body, [])
  return notes
}
