import { ruleProblems } from '../../fields/rule-problems'
import { type Rule, stop } from '../note'

/** Rules among fields that can't work: a circle, one that can never be met, one that looks at what is filled later. */
export const ruleTrouble: Rule = ({ fields, job, marked }) => {
  const turns = Object.fromEntries((job?.people ?? []).map((p) => [p.party, p.turn ?? 0]))
  return ruleProblems(fields, turns).map(({ key, message }) => {
    const mark = marked?.marks.find((m) => m.field.key === key)
    return stop(message, null, mark ? { kind: 'mark', label: 'Show it', mark: mark.id } : null)
  })
}
