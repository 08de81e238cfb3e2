import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { minor } from '../money/money'
import { inForce, lessCredited, planStages, stagesCalledOff } from './plan'
import { type CalledOffStep, calledOffBands, owedWhenCalledOff, settledAt } from './called-off'

const steps: CalledOffStep[] = [
  { within: 30, keep: 'first' },
  { within: 7, keep: { percent: '50' } },
]
const jobDay = '2026-06-12'
const owed = (daysBefore: number, of = steps) =>
  owedWhenCalledOff(of, { total: minor(86_856), first: minor(26_057), on: addDays(jobDay, -daysBefore), jobDay })

describe('what is owed when a job is called off', () => {
  it.each([
    [31, 0],
    [30, 26_057],
    [8, 26_057],
    [7, 43_428],
    [0, 43_428],
    [-3, 43_428],
  ])('%i days before its day it is %i', (days, amount) => expect(owed(days)).toBe(amount))

  it('is nothing without a day, and without steps', () => {
    expect(owedWhenCalledOff(steps, { total: minor(100), first: minor(30), on: jobDay, jobDay: null })).toBe(0)
    expect(owed(0, [])).toBe(0)
  })

  const some = fc.array(
    fc.record({
      within: fc.integer({ min: 0, max: 400 }),
      keep: fc.oneof(
        fc.constant('first' as const),
        fc.record({ percent: fc.constantFrom('0', '7.5', '33.33', '100') }),
      ),
    }),
    { maxLength: 6 },
  )
  it('never is more than the total or less than nothing, whatever was paid goes back or stays open to the cent', () =>
    fc.assert(
      fc.property(
        some,
        fc.nat(10_000_000),
        fc.nat(20_000_000),
        fc.nat(20_000_000),
        fc.integer({ min: -9, max: 500 }),
        (of, total, first, paid, days) => {
          const kept = owedWhenCalledOff(of, {
            total: minor(total),
            first: minor(first),
            on: addDays(jobDay, -days),
            jobDay,
          })
          expect(kept).toBeGreaterThanOrEqual(0)
          expect(kept).toBeLessThanOrEqual(total)
          const { back, open } = settledAt(kept, minor(paid))
          expect(paid - back + open).toBe(kept)
          expect(Math.min(back, open)).toBe(0)
        },
      ),
    ))
  it('has bands that together hold each day once, from the furthest step to the day itself', () =>
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 400 }), { maxLength: 8 }), (withins) => {
        const bands = calledOffBands(withins.map((within) => ({ within, keep: 'first' })))
        const days = bands.flatMap((b) => Array.from({ length: b.from - b.to + 1 }, (_, i) => b.from - i))
        expect(days).toEqual(
          withins.length ? Array.from({ length: Math.max(...withins) + 1 }, (_, i) => days.length - 1 - i) : [],
        )
      }),
    ))
})

describe('the stages of a job that was called off', () => {
  const plan = {
    stages: [
      { key: 'deposit', label: 'Deposit', amount: { percent: '30' }, due: { afterAcceptance: 2 } },
      { key: 'balance', label: 'Balance', amount: 'remainder' as const, due: { fromDay: -7 } },
    ],
    damageDeposit: { amount: minor(20_000), due: { fromDay: -1 } },
  }
  const payment = fc.record({
    stage: fc.constantFrom('deposit', 'balance'),
    amount: fc.integer({ min: -5000, max: 90_000 }).map((n) => minor(n)),
    asked: fc.integer({ min: 0, max: 90_000 }).map((n) => minor(n)),
  })
  const of = { plan, acceptedOn: '2026-05-01', today: '2026-05-20' }

  it('ask for what is owed and no more; every cent beyond is the client’s', () => {
    fc.assert(
      fc.property(fc.array(payment, { maxLength: 6 }), fc.integer({ min: 0, max: 200_000 }), (payments, owed) => {
        const paid = payments.reduce((n, p) => n + p.amount, 0)
        fc.pre(paid >= 0)
        const { stages, credit } = stagesCalledOff({
          ...of,
          payments,
          calledOff: { on: '2026-05-20', owed: minor(owed) },
        })
        const open = stages.reduce((n, s) => n + s.open, 0)
        expect(stages.every((s) => !s.held)).toBe(true)
        expect(credit).toBe(Math.max(paid - owed, 0))
        expect(open).toBe(Math.max(owed - paid, 0))
      }),
    )
  })

  it('have the damage deposit only where one is held', () => {
    const held = [{ stage: 'damage', amount: minor(20_000), asked: minor(20_000) }]
    const { stages } = stagesCalledOff({ ...of, payments: held, calledOff: { on: '2026-05-20', owed: minor(0) } })
    expect(stages.filter((s) => s.held)).toMatchObject([{ paid: 20_000 }])
  })
})

describe('stages of which some was credited', () => {
  const plan = {
    stages: [
      { key: 'deposit', label: 'Deposit', amount: { percent: '30' }, due: { afterAcceptance: 2 } },
      { key: 'balance', label: 'Balance', amount: 'remainder' as const, due: { fromDay: -7 } },
    ],
    damageDeposit: null,
  }
  it('add up to what is left, and every cent that was paid is on them or credit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200_000 }),
        fc.nat(100),
        fc.array(fc.tuple(fc.constantFrom('deposit', 'balance'), fc.nat(150_000)), { maxLength: 4 }),
        (total, percent, paid) => {
          const left = minor(total - Math.floor((total * percent) / 100))
          const payments = paid.map(([stage, amount]) => ({ stage, amount: minor(amount), asked: minor(amount) }))
          const of = { plan, acceptedOn: '2026-05-01', jobDay: '2026-06-01', today: '2026-05-20', payments }
          const { stages, credit } = lessCredited(planStages({ ...of, total: left }), left)
          const all = (of: 'amount' | 'paid' | 'open') => stages.reduce((n, s) => n + s[of], 0)
          expect(all('amount')).toBe(left)
          expect(all('paid') + credit).toBe(paid.reduce((n, [, a]) => n + a, 0))
          expect(all('open')).toBe(all('amount') - all('paid'))
        },
      ),
    )
  })
})

describe('bookings that were taken back', () => {
  it('count no more, nor does what took them back', () => {
    const row = (id: string, reverses: string | null = null) => ({ id, reverses })
    expect(inForce([row('a'), row('b'), row('c', 'a'), row('d')]).map((r) => r.id)).toEqual(['b', 'd'])
  })
})
