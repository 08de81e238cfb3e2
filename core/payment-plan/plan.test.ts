import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { minor, sum } from '../money/money'
import { type PaymentPlan, type StageAmount, planStages } from './plan'

const plan: PaymentPlan = {
  stages: [
    { key: 'deposit', label: 'Deposit', amount: { percent: '30' }, due: { afterAcceptance: 0 } },
    { key: 'balance', label: 'Balance', amount: 'remainder', due: { fromDay: -14 } },
  ],
  damageDeposit: null,
}
const base = {
  plan,
  total: minor(86856),
  acceptedOn: '2026-06-01',
  jobDay: '2026-06-26',
  today: '2026-06-01',
  payments: [],
}

const stageAmount = fc.oneof(
  fc.nat(100).map((p): StageAmount => ({ percent: String(p) })),
  fc.nat(300_000).map((a): StageAmount => ({ fixed: minor(a) })),
  fc.constant<StageAmount>('remainder'),
)
const anyPlan = fc.array(stageAmount, { minLength: 1, maxLength: 5 }).map((amounts): PaymentPlan => ({
  stages: amounts.map((amount, i) => ({ key: `s${i}`, label: `Stage ${i}`, amount, due: { fromDay: i * 7 - 20 } })),
  damageDeposit: null,
}))

describe('payment plan', () => {
  it('sums to the total, whatever the stages', () => {
    fc.assert(
      fc.property(anyPlan, fc.nat(2_000_000).map(minor), (p, total) => {
        const { stages, credit } = planStages({ ...base, plan: p, total })
        expect(sum(stages.map((s) => s.amount))).toBe(total)
        expect(credit).toBe(0)
      }),
    )
  })

  it('accounts for every payment: paid on stages plus credit is what came in', () => {
    fc.assert(
      fc.property(
        anyPlan,
        fc.nat(2_000_000).map(minor),
        fc.nat(2_000_000).map(minor),
        fc.array(fc.tuple(fc.nat(4), fc.nat(500_000)), { maxLength: 6 }),
        (p, total, newTotal, pays) => {
          const first = planStages({ ...base, plan: p, total }).stages
          const payments = pays.flatMap(([i, a]) =>
            first[i] && a > 0 ? [{ stage: first[i].key, amount: minor(a), asked: first[i].amount }] : [],
          )
          const { stages, credit } = planStages({ ...base, plan: p, total: newTotal, payments })
          expect(sum(stages.map((s) => s.paid)) + credit).toBe(sum(payments.map((x) => x.amount)))
          const owed = sum(stages.map((s) => s.amount))
          expect(owed).toBeGreaterThanOrEqual(newTotal)
          if (payments.length === 0) expect(owed).toBe(newTotal)
          for (const s of stages) expect(s.paid + s.open).toBe(s.amount)
        },
      ),
    )
  })

  it('asks 30% at acceptance and the rest fourteen days before the day', () => {
    expect(planStages(base).stages).toMatchObject([
      { amount: 26057, dueOn: '2026-06-01', state: 'due' },
      { amount: 60799, dueOn: '2026-06-12', state: 'due' },
    ])
  })

  it.each([
    ['booked five days before', { acceptedOn: '2026-06-21', today: '2026-06-21' }, '2026-06-21', 'due'],
    ['left unpaid', { today: '2026-06-13' }, '2026-06-12', 'overdue'],
    ['not agreed yet', { acceptedOn: null }, '2026-06-12', 'planned'],
    ['with no day set', { jobDay: null }, null, 'planned'],
    [
      'part paid',
      { payments: [{ stage: 'balance', amount: minor(100), asked: minor(60799) }] },
      '2026-06-12',
      'part-paid',
    ],
  ])('the balance, %s', (_, over, dueOn, state) => {
    expect(planStages({ ...base, ...over }).stages[1]).toMatchObject({ dueOn, state })
  })

  it('keeps a paid deposit as it was and plans the rest anew when the total changes', () => {
    const payments = [{ stage: 'deposit', amount: minor(26057), asked: minor(26057) }]
    expect(planStages({ ...base, total: minor(100000), payments }).stages.map((s) => [s.amount, s.state])).toEqual([
      [26057, 'paid'],
      [73943, 'due'],
    ])
    const less = planStages({ ...base, total: minor(20000), payments })
    expect(less.stages.map((s) => s.amount)).toEqual([26057, 0])
  })

  it('turns what is over into credit, asks nothing for nothing, and holds the damage deposit apart', () => {
    expect(
      planStages({ ...base, payments: [{ stage: 'balance', amount: minor(90000), asked: minor(60799) }] }).credit,
    ).toBe(3144)
    expect(planStages({ ...base, total: minor(0) }).stages.map((s) => s.state)).toEqual(['waived', 'waived'])
    const held: PaymentPlan = { ...plan, damageDeposit: { amount: minor(20000), due: { fromDay: -1 } } }
    const pay = { stage: 'damage', amount: minor(20000), asked: minor(20000) }
    expect(planStages({ ...base, plan: held, payments: [pay] }).stages.at(-1)).toMatchObject({
      held: true,
      state: 'paid',
      dueOn: addDays('2026-06-26', -1),
    })
    expect(
      planStages({ ...base, plan: held, payments: [pay, { ...pay, amount: minor(-20000) }] }).stages.at(-1),
    ).toMatchObject({ state: 'returned' })
  })
})
