import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { minor } from '../money/money'
import { changedPlan, isWorse } from './change'
import { type PaymentPlan, planStages } from './plan'

const PLAN: PaymentPlan = {
  stages: [
    { key: 'deposit', label: 'Deposit', amount: { percent: '30' }, due: { afterAcceptance: 2 } },
    { key: 'interim', label: 'Interim', amount: { fixed: minor(20_000) }, due: { fromDay: -30 } },
    { key: 'rest', label: 'Balance', amount: 'remainder', due: { fromDay: -7 } },
  ],
  damageDeposit: null,
}
const stagesOf = (plan: PaymentPlan, total: number) =>
  planStages({
    plan,
    total: minor(total),
    acceptedOn: '2026-05-01',
    jobDay: '2026-08-01',
    today: '2026-05-02',
    payments: [],
  }).stages
const key = fc.constantFrom('deposit', 'interim', 'rest')
const day = fc.integer({ min: 0, max: 120 }).map((n) => addDays('2026-05-01', n))

describe('a payment plan that is changed', () => {
  it('asks for the same in all, splits to the cent, and leaves the other stages as they were', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100_000, max: 900_000 }),
        key,
        day,
        day,
        fc.integer({ min: 1, max: 99 }),
        (total, stage, on, rest, percent) => {
          const before = stagesOf(PLAN, total)
          const of = before.find((s) => s.key === stage)!
          const amount = minor(Math.max(1, Math.floor((of.amount * percent) / 100)))
          const plan = changedPlan(PLAN, before, { stage, on, split: { amount, rest } })
          const after = stagesOf(plan, total)
          expect(after.reduce((n, s) => n + s.amount, 0)).toBe(total)
          expect(after).toHaveLength(4)
          const at = after.findIndex((s) => s.key === stage)
          expect(after[at]!.amount + after[at + 1]!.amount).toBe(of.amount)
          expect([after[at]!.dueOn, after[at + 1]!.dueOn]).toEqual([on, rest])
          for (const s of before) if (s.key !== stage) expect(after.find((x) => x.key === s.key)).toEqual(s)
          // Split again, its parts have keys of their own.
          const again = changedPlan(plan, after, { stage, on, split: null })
          expect(new Set(again.stages.map((s) => s.key)).size).toBe(4)
        },
      ),
    )
  })

  it('is worse for a client only where they must have paid more by some day', () => {
    const before = stagesOf(PLAN, 300_000)
    const moved = (stage: string, on: string) =>
      stagesOf(changedPlan(PLAN, before, { stage, on, split: null }), 300_000)
    expect(isWorse(before, moved('rest', '2026-07-26'))).toBe(false)
    expect(isWorse(before, moved('rest', '2026-07-24'))).toBe(true)
    expect(isWorse(before, before)).toBe(false)
    const half = (rest: string) =>
      stagesOf(
        changedPlan(PLAN, before, { stage: 'deposit', on: '2026-05-03', split: { amount: minor(40_000), rest } }),
        300_000,
      )
    expect(isWorse(before, half('2026-06-03'))).toBe(false)
    expect(isWorse(before, half('2026-05-02'))).toBe(true)
  })

  it('refuses what is no part of a stage', () => {
    const before = stagesOf(PLAN, 300_000)
    const split = (amount: number) => () =>
      changedPlan(PLAN, before, {
        stage: 'deposit',
        on: '2026-05-03',
        split: { amount: minor(amount), rest: '2026-06-03' },
      })
    expect(split(0)).toThrow(RangeError)
    expect(split(90_000)).toThrow(RangeError)
    expect(() => changedPlan(PLAN, before, { stage: 'moon', on: '2026-05-03', split: null })).toThrow(RangeError)
  })
})
