import { type Day, addDays } from '../calendar/dates'
import { type Minor, ZERO, minor, percentOf, sum } from '../money/money'
import type { CalledOffStep } from './called-off'

/** How much a stage asks for. The last stage of a plan always takes the remainder, whatever it says. */
export type StageAmount = { percent: string } | { fixed: Minor } | 'remainder'

/** When a stage falls due: on a date, so many days after acceptance, or so many days from the job's day (negative: before). */
export type StageDue = { on: Day } | { afterAcceptance: number } | { fromDay: number }

export interface StageRule {
  key: string
  label: string
  amount: StageAmount
  due: StageDue
}
/** A job kind's plan. A damage deposit is held and returned; it is not part of the total. */
export interface PaymentPlan {
  stages: StageRule[]
  damageDeposit: { amount: Minor; due: StageDue } | null
  /** What is kept when the job is called off; nothing where it isn’t said. */
  calledOff?: CalledOffStep[]
}

/** Money that came in (negative: went back) for a stage. `asked` is what the stage asked for then. */
export interface StagePayment {
  stage: string
  amount: Minor
  asked: Minor
}

export type StageState = 'planned' | 'due' | 'overdue' | 'paid' | 'part-paid' | 'returned' | 'waived'
export interface Stage {
  key: string
  label: string
  amount: Minor
  paid: Minor
  open: Minor
  dueOn: Day | null
  state: StageState
  held: boolean
}

export interface PlanInput {
  plan: PaymentPlan
  total: Minor
  /** The day the work was agreed; null while it isn't. */
  acceptedOn: Day | null
  jobDay: Day | null
  today: Day
  payments: readonly StagePayment[]
}

/** Key of the stage that holds the damage deposit. */
export const DAMAGE = 'damage'

/** The day a stage falls due, or null while the date it hangs on is not set. Booked late, it falls due at once. */
export function dueDay(due: StageDue, acceptedOn: Day | null, jobDay: Day | null): Day | null {
  const day =
    'on' in due
      ? due.on
      : 'afterAcceptance' in due
        ? acceptedOn && addDays(acceptedOn, due.afterAcceptance)
        : jobDay && addDays(jobDay, due.fromDay)
  return day && acceptedOn && day < acceptedOn ? acceptedOn : day
}

/**
 * The stages of a total, in order, and the credit if more was paid than is owed.
 * The amounts (damage deposit aside) always sum to the total, or to what was already settled where that is more.
 * A stage that was settled keeps its amount when the total changes; the others are planned anew on what is left.
 */
export function planStages(input: PlanInput): { stages: Stage[]; credit: Minor } {
  const { plan, acceptedOn, jobDay, today } = input
  const total = minor(Math.max(input.total, 0))
  const paidFor = (key: string) => sum(input.payments.filter((p) => p.stage === key).map((p) => p.amount))
  const settledAt = (key: string) => {
    // What went back says nothing of what was asked for.
    const last = input.payments.filter((p) => p.stage === key && p.amount > 0).at(-1)
    const paid = paidFor(key)
    return last && paid > 0 && paid >= last.asked ? last.asked : null
  }
  let left = total - sum(plan.stages.map((s) => settledAt(s.key) ?? ZERO))
  const amounts = plan.stages.map((s, i) => {
    const settled = settledAt(s.key)
    const last = i === plan.stages.length - 1
    if (settled !== null) return last ? minor(settled + Math.max(left, 0)) : settled
    const wanted =
      last || s.amount === 'remainder'
        ? left
        : 'percent' in s.amount
          ? percentOf(total, s.amount.percent)
          : s.amount.fixed
    const amount = minor(Math.min(Math.max(wanted, 0), Math.max(left, 0)))
    left -= amount
    return amount
  })
  let spare = sum(plan.stages.map((s, i) => minor(Math.max(paidFor(s.key) - amounts[i]!, 0))))
  const stages = plan.stages.map((rule, i): Stage => {
    const amount = amounts[i]!
    let paid = minor(Math.min(paidFor(rule.key), amount))
    const fromSpare = minor(Math.min(spare, amount - paid))
    spare = minor(spare - fromSpare)
    paid = sum([paid, fromSpare])
    return finish(rule.key, rule.label, amount, paid, dueDay(rule.due, acceptedOn, jobDay), acceptedOn, today, false)
  })
  if (plan.damageDeposit) {
    const { amount, due } = plan.damageDeposit
    const paid = paidFor(DAMAGE)
    const stage = finish(
      DAMAGE,
      'Damage deposit',
      amount,
      paid,
      dueDay(due, acceptedOn, jobDay),
      acceptedOn,
      today,
      true,
    )
    const cameIn = input.payments.some((p) => p.stage === DAMAGE && p.amount > 0)
    stages.push(cameIn && paid === 0 ? { ...stage, state: 'returned', open: ZERO } : stage)
  }
  return { stages, credit: spare }
}

/** Key of the one stage of a job that was called off: what is kept of it. */
export const CALLED_OFF = 'calledOff'

/**
 * The stages of a job that was called off: what is owed by then, due that day, with all that was paid on it before; a damage
 * deposit only where one is held. What was paid beyond is credit, to be given back.
 */
export function stagesCalledOff(input: Omit<PlanInput, 'total' | 'jobDay'> & { calledOff: { on: Day; owed: Minor } }): {
  stages: Stage[]
  credit: Minor
} {
  const { plan, calledOff, payments } = input
  const held = payments.some((p) => p.stage === DAMAGE)
  return planStages({
    ...input,
    plan: {
      stages: [{ key: CALLED_OFF, label: 'Kept as agreed', amount: 'remainder', due: { on: calledOff.on } }],
      damageDeposit: held ? plan.damageDeposit : null,
    },
    total: calledOff.owed,
    jobDay: calledOff.on,
    payments: payments.map((p) => (p.stage === DAMAGE ? p : { ...p, stage: CALLED_OFF, asked: calledOff.owed })),
  })
}

/**
 * Stages of a job of whose total some was credited since: stages that were settled keep their amounts in a plan, so what is
 * credited comes off the last ones, and what was paid on that is credit.
 */
export function lessCredited(
  { stages, credit }: { stages: readonly Stage[]; credit: Minor },
  total: Minor,
): { stages: Stage[]; credit: Minor } {
  let over = minor(sum(stages.filter((s) => !s.held).map((s) => s.amount)) - Math.max(total, 0))
  let spare = credit
  const lowered = [...stages].reverse().map((s): Stage => {
    if (s.held || over <= 0) return s
    const cut = minor(Math.min(over, s.amount))
    const amount = minor(s.amount - cut)
    const paid = minor(Math.min(s.paid, amount))
    over = minor(over - cut)
    spare = minor(spare + s.paid - paid)
    const open = minor(amount - paid)
    return { ...s, amount, paid, open, state: amount === 0 ? 'waived' : open === 0 ? 'paid' : s.state }
  })
  return { stages: lowered.reverse(), credit: spare }
}

/** Bookings that count: those that were taken back and what took them back come to nothing. */
export function inForce<P extends { id: string; reverses: string | null }>(payments: readonly P[]): P[] {
  const back = new Set(payments.flatMap((p) => p.reverses ?? []))
  return payments.filter((p) => !p.reverses && !back.has(p.id))
}

function finish(
  key: string,
  label: string,
  amount: Minor,
  paid: Minor,
  dueOn: Day | null,
  acceptedOn: Day | null,
  today: Day,
  held: boolean,
): Stage {
  const open = minor(amount - paid)
  const state: StageState =
    amount === 0
      ? 'waived'
      : open <= 0
        ? 'paid'
        : !acceptedOn || !dueOn
          ? paid > 0
            ? 'part-paid'
            : 'planned'
          : dueOn < today
            ? 'overdue'
            : paid > 0
              ? 'part-paid'
              : 'due'
  return { key, label, amount, paid, open: minor(Math.max(open, 0)), dueOn, state, held }
}
