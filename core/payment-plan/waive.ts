import { type Minor, minor } from '../money/money'
import { type Pricing, price } from '../pricing/pricing'
import type { PaymentPlan, Stage } from './plan'

/**
 * The discount on the whole with which a total comes down by an amount: by exactly that where prices have their tax inside,
 * else by that or by the least above it that a sum without tax can come to. Throws RangeError for more than there is.
 */
export function discountFor(pricing: Pricing, amount: Minor): { amount: Minor } {
  const before = price(pricing)
  if (amount <= 0 || amount > before.total) throw new RangeError('Not a part of the total')
  const wanted = before.total - amount
  const totalWith = (discount: number) => price({ ...pricing, discount: { amount: minor(discount) } }).total
  // The total only falls as the discount grows: the least that is enough is found by halving.
  let low: number = before.discount
  let high = low + amount
  while (low < high) {
    const mid = Math.floor((low + high) / 2)
    if (totalWith(mid) <= wanted) high = mid
    else low = mid + 1
  }
  return { amount: minor(low) }
}

/**
 * A plan in which a stage asks for no more than was paid on it: the others keep what they ask for, and the last takes what is
 * left. Throws RangeError for a stage that isn't there.
 */
export function waivedPlan(plan: PaymentPlan, stages: readonly Stage[], key: string): PaymentPlan {
  const by = new Map(stages.map((s) => [s.key, s]))
  const stage = by.get(key)
  if (!stage || stage.held) throw new RangeError('No such stage')
  const rules = plan.stages.map((rule) => {
    const there = by.get(rule.key)
    if (!there) return rule
    return { ...rule, amount: { fixed: rule.key === key ? there.paid : there.amount } }
  })
  // The last takes what is left: one that asks for nothing can't stand there.
  const last = rules.length > 1 && rules.at(-1)!.key === key && stage.paid === 0
  return { ...plan, stages: last ? [...rules.slice(0, -2), { ...rules.at(-2)!, amount: 'remainder' }] : rules }
}
