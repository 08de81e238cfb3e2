import type { Day } from '../calendar/dates'
import { type Minor, minor, sum } from '../money/money'
import type { PaymentPlan, Stage, StageRule } from './plan'

/** A stage asked for on another day, or in two: so much on `on`, what is left of it on `rest`. */
export interface StageChange {
  stage: string
  on: Day
  split: { amount: Minor; rest: Day } | null
}

/** A key of its own for what is split off a stage. */
function freshKey(plan: PaymentPlan, key: string): string {
  const taken = new Set(plan.stages.map((s) => s.key))
  let n = 2
  while (taken.has(`${key}-${n}`)) n += 1
  return `${key}-${n}`
}

/**
 * A plan with one of its stages moved, or split in two. The first part keeps the key, and with it what was paid; amounts of a
 * stage that is split are fixed as they are now, but for one that takes what is left, whose second part does. Throws RangeError
 * for a stage that isn't there, and for a part that is nothing, all of it, or less than was paid.
 */
export function changedPlan(plan: PaymentPlan, stages: readonly Stage[], change: StageChange): PaymentPlan {
  const at = plan.stages.findIndex((s) => s.key === change.stage)
  const rule = plan.stages[at]
  const stage = stages.find((s) => s.key === change.stage)
  if (!rule || !stage || stage.held) throw new RangeError('No such stage')
  const due = { on: change.on }
  if (!change.split) return { ...plan, stages: plan.stages.with(at, { ...rule, due }) }
  const { amount, rest } = change.split
  if (amount <= 0 || amount >= stage.amount || amount < stage.paid) throw new RangeError('Not a part of the stage')
  const last = at === plan.stages.length - 1
  const two: StageRule[] = [
    { ...rule, amount: { fixed: amount }, due },
    {
      key: freshKey(plan, rule.key),
      label: rule.label,
      amount: last || rule.amount === 'remainder' ? 'remainder' : { fixed: minor(stage.amount - amount) },
      due: { on: rest },
    },
  ]
  return { ...plan, stages: plan.stages.toSpliced(at, 1, ...two) }
}

/** Whether a client would have to have paid more by some day than before: that needs their signature. */
export function isWorse(before: readonly Stage[], after: readonly Stage[]): boolean {
  const by = (stages: readonly Stage[], day: Day) =>
    sum(stages.filter((s) => !s.held && s.dueOn !== null && s.dueOn <= day).map((s) => s.amount))
  const days = new Set([...before, ...after].flatMap((s) => s.dueOn ?? []))
  return [...days].some((day) => by(after, day) > by(before, day))
}
