import { type Minor, ZERO, minor, sum } from '../money/money'

/**
 * The few accounts money stands on: what clients owe, where money is (bank, card service, till), what is held for them
 * (damage deposits) or stands to their credit, what was earned, and the tax in it, by rate.
 */
export type Account =
  'owed' | 'bank' | 'card' | 'cash' | 'held' | 'credit' | 'damages' | `revenue ${string}` | `tax ${string}`
export type Way = 'bank' | 'card' | 'cash'

/** One side of a posting, in minor units: a debit is positive, a credit negative. */
export interface Entry {
  account: Account
  amount: Minor
}
interface TaxedAmount {
  /** Percent as a decimal string. */
  rate: string
  net: Minor
  tax: Minor
}
/** What happens to money. Amounts are positive; which way they go is what the event is. */
export type MoneyEvent =
  /** Money came in for a job; `beyond` of it is more than all that is open, and stands to the client's credit. */
  | { type: 'paid'; way: Way; amount: Minor; beyond: Minor }
  /** Money went back: what stood to the client's credit, or what they had paid on what they owe. */
  | { type: 'paid back'; way: Way; amount: Minor; ofCredit: Minor }
  /** A damage deposit came in, went back, or part of it was kept. */
  | { type: 'deposit held'; way: Way; amount: Minor }
  | { type: 'deposit returned'; way: Way; amount: Minor }
  | { type: 'deposit kept'; amount: Minor }
  /** What they paid on what they owe, and owe no more, becomes their credit. */
  | { type: 'set aside'; amount: Minor }
  /** What stood to their credit is used for what they owe. */
  | { type: 'credit used'; amount: Minor }
  /** `reverseCharge`: the client owes the tax; it is told apart from what is sold at nothing. */
  | { type: 'invoiced'; groups: readonly TaxedAmount[]; reverseCharge?: boolean }
  | { type: 'credited'; groups: readonly TaxedAmount[]; reverseCharge?: boolean }

/** What an event posts: a few entries that always come to nothing together; those of nothing are left out. */
export function entriesOf(event: MoneyEvent): Entry[] {
  const two = (debit: Account, credit: Account, amount: Minor): Entry[] => [
    { account: debit, amount },
    { account: credit, amount: negated(amount) },
  ]
  return collected(
    (() => {
      switch (event.type) {
        case 'paid':
          return [
            ...two(event.way, 'owed', minor(event.amount - event.beyond)),
            ...two(event.way, 'credit', event.beyond),
          ]
        case 'paid back':
          return [
            ...two('owed', event.way, minor(event.amount - event.ofCredit)),
            ...two('credit', event.way, event.ofCredit),
          ]
        case 'deposit held':
          return two(event.way, 'held', event.amount)
        case 'deposit returned':
          return two('held', event.way, event.amount)
        case 'deposit kept':
          return two('held', 'damages', event.amount)
        case 'set aside':
          return two('owed', 'credit', event.amount)
        case 'credit used':
          return two('credit', 'owed', event.amount)
        case 'invoiced':
          return soldOf(event)
        case 'credited':
          return reversed(soldOf(event))
      }
    })(),
  )
}

const negated = (n: Minor): Minor => minor(-n)
const sold = ({ rate, net, tax }: TaxedAmount): Entry[] => [
  { account: 'owed', amount: sum([net, tax]) },
  { account: `revenue ${rate}`, amount: negated(net) },
  { account: `tax ${rate}`, amount: negated(tax) },
]

const soldOf = ({ groups, reverseCharge }: { groups: readonly TaxedAmount[]; reverseCharge?: boolean }): Entry[] =>
  groups.flatMap((g) => sold(reverseCharge ? { ...g, rate: 'reverse' } : g))

/** Entries with one for each account, in the order they first come. */
function collected(entries: readonly Entry[]): Entry[] {
  const by = new Map<Account, Minor>()
  for (const e of entries) by.set(e.account, sum([by.get(e.account) ?? ZERO, e.amount]))
  return [...by].filter(([, amount]) => amount !== 0).map(([account, amount]) => ({ account, amount }))
}

/** What takes some entries back: the same accounts, the other way. */
export const reversed = <E extends Entry>(entries: readonly E[]): E[] =>
  entries.map((e) => ({ ...e, amount: negated(e.amount) }))

/** What stands on each account after some entries; nothing where they come to nothing. */
export function balances(entries: readonly Entry[]): Map<Account, Minor> {
  return new Map(collected(entries).map((e) => [e.account, e.amount]))
}

/** In the order they are read: what is owed, where money is, what is held, what was earned, tax. */
export const ORDER = ['owed', 'bank', 'card', 'cash', 'held', 'credit', 'revenue', 'damages', 'tax'] as const
/** The sort of account, without its rate. */
export const sortOf = (account: Account): (typeof ORDER)[number] => account.split(' ')[0] as (typeof ORDER)[number]
/** Accounts as they are read, of one sort by their rate, the higher first. */
export const inOrder = (a: Account, b: Account): number =>
  ORDER.indexOf(sortOf(a)) - ORDER.indexOf(sortOf(b)) || Number(b.split(' ')[1] ?? 0) - Number(a.split(' ')[1] ?? 0)
