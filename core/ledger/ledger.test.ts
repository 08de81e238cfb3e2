import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Minor, minor } from '../money/money'
import { type Account, type Entry, type MoneyEvent, balances, entriesOf, inOrder, reversed } from './ledger'

const amount = fc.integer({ min: 0, max: 5_000_000 }).map((n) => minor(n))
const way = fc.constantFrom('bank' as const, 'card' as const, 'cash' as const)
const groups = fc.uniqueArray(
  fc.record({ rate: fc.constantFrom('20', '19', '7', '0', '5.5'), net: amount, tax: amount }),
  { minLength: 1, maxLength: 4, selector: (g) => g.rate },
)
const partOf = (all: Minor) => fc.integer({ min: 0, max: all }).map((n) => minor(n))
const event: fc.Arbitrary<MoneyEvent> = fc.oneof(
  fc
    .tuple(way, amount)
    .chain(([w, a]) => partOf(a).map((beyond): MoneyEvent => ({ type: 'paid', way: w, amount: a, beyond }))),
  fc
    .tuple(way, amount)
    .chain(([w, a]) => partOf(a).map((ofCredit): MoneyEvent => ({ type: 'paid back', way: w, amount: a, ofCredit }))),
  fc.record({ type: fc.constantFrom('deposit held' as const, 'deposit returned' as const), way, amount }),
  fc.record({ type: fc.constantFrom('deposit kept' as const, 'set aside' as const, 'credit used' as const), amount }),
  fc.record({
    type: fc.constantFrom('invoiced' as const, 'credited' as const),
    groups,
    reverseCharge: fc.constantFrom(undefined, true),
  }),
)
/** Adds up without the code: plain big integers by account. */
const added = (entries: readonly Entry[]) => {
  const by: Record<string, bigint> = {}
  for (const e of entries) by[e.account] = (by[e.account] ?? 0n) + BigInt(e.amount)
  return Object.fromEntries(Object.entries(by).filter(([, n]) => n !== 0n))
}
const asBig = (b: ReadonlyMap<Account, Minor>) => Object.fromEntries([...b].map(([a, n]) => [a, BigInt(n)]))

describe('the ledger', () => {
  it('comes to nothing with every event', () => {
    fc.assert(
      fc.property(event, (e) => {
        const entries = entriesOf(e)
        expect(entries.reduce((n, x) => n + BigInt(x.amount), 0n)).toBe(0n)
        expect(new Set(entries.map((x) => x.account)).size).toBe(entries.length)
      }),
    )
  })

  it('says the same in whatever order independent events come', () => {
    fc.assert(
      fc.property(
        fc
          .array(event, { maxLength: 20 })
          .chain((list) => fc.tuple(fc.constant(list), fc.shuffledSubarray(list, { minLength: list.length }))),
        ([list, other]) => {
          const one = balances(list.flatMap(entriesOf))
          expect(asBig(balances(other.flatMap(entriesOf)))).toEqual(asBig(one))
          expect(asBig(one)).toEqual(added(list.flatMap(entriesOf)))
        },
      ),
    )
  })

  it('is as it was after something and what takes it back', () => {
    fc.assert(
      fc.property(event, (e) => {
        const entries = entriesOf(e)
        expect(balances([...entries, ...reversed(entries)]).size).toBe(0)
      }),
    )
  })

  it('of a job, from deposit to what is given back, as a bookkeeper writes it', () => {
    const m = (n: number) => minor(n)
    const book = [
      { type: 'paid', way: 'card', amount: m(30_000), beyond: m(0) },
      { type: 'deposit held', way: 'bank', amount: m(20_000) },
      {
        type: 'invoiced',
        groups: [
          { rate: '20', net: m(80_000), tax: m(16_000) },
          { rate: '0', net: m(4000), tax: m(0) },
        ],
      },
      // 72,000 were open; 2,000 too much came.
      { type: 'paid', way: 'bank', amount: m(72_000), beyond: m(2000) },
      { type: 'credited', groups: [{ rate: '20', net: m(10_000), tax: m(2000) }] },
      { type: 'paid back', way: 'bank', amount: m(14_000), ofCredit: m(2000) },
      { type: 'deposit kept', amount: m(5000) },
      { type: 'deposit returned', way: 'bank', amount: m(15_000) },
    ] as MoneyEvent[]
    expect(Object.fromEntries(balances(book.flatMap(entriesOf)))).toEqual({
      card: 30_000,
      bank: 63_000,
      'revenue 20': -70_000,
      'tax 20': -14_000,
      'revenue 0': -4000,
      damages: -5000,
    })
  })

  it('is read from what is owed to tax, the higher rate first', () => {
    const list: Account[] = ['tax 0', 'tax 20', 'revenue 7', 'revenue 19', 'held', 'cash', 'owed', 'damages']
    expect([...list].sort(inOrder)).toEqual([
      'owed',
      'cash',
      'held',
      'revenue 19',
      'revenue 7',
      'damages',
      'tax 20',
      'tax 0',
    ])
  })
})
