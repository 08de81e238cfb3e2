import { type Minor, ZERO, sum } from '../money/money'

/** What was paid on each stage, less what went back of it, in the order the stages were first paid. */
export function paidByStage(bookings: readonly { stage: string; amount: Minor }[]): Map<string, Minor> {
  const paid = new Map<string, Minor>()
  for (const { stage, amount } of bookings) paid.set(stage, sum([paid.get(stage) ?? ZERO, amount]))
  return paid
}
