import type { Day } from '../calendar/dates'
import { type Minor, minor, subtract, sum } from '../money/money'

/** What moves what a client owes: asked for by an invoice, taken back by a credit note, paid, given back. */
export type StatementOf = 'invoice' | 'credit' | 'paid' | 'back' | 'reversed'
/** One line of a statement; a positive amount is owed more, a negative one less. `balance` is what was owed after it. */
export interface StatementLine {
  day: Day
  of: StatementOf
  /** The number of an invoice or credit note; empty for money. */
  number: string
  job: string
  amount: Minor
  balance: Minor
}
export interface Statement {
  /** What was owed before its first line. */
  before: Minor
  lines: StatementLine[]
  /** What is owed: below nothing it stands to the client's credit. */
  owed: Minor
  /** Of that, what is past its day; and what is agreed and not invoiced yet. */
  overdue: Minor
  toCome: Minor
}
export type Moved = Omit<StatementLine, 'balance'>

const RANK: Record<StatementOf, number> = { invoice: 0, credit: 1, paid: 2, reversed: 3, back: 4 }

/**
 * A client's statement from a day on: lines by day, invoices of a day before its payments; what was before is one sum. `open` is all
 * that is to be paid by the payment plans, `overdue` what of it is late: beyond what was invoiced it is still to come.
 */
export function statementOf(
  moved: readonly Moved[],
  from: Day | null,
  { overdue, open }: { overdue: Minor; open: Minor },
): Statement {
  const all = [...moved].sort(
    (a, b) =>
      a.day.localeCompare(b.day) || RANK[a.of] - RANK[b.of] || a.number.localeCompare(b.number) || a.amount - b.amount,
  )
  const old = from ? all.filter((m) => m.day < from) : []
  const before = sum(old.map((m) => m.amount))
  let balance = before
  const lines = all.slice(old.length).map((m) => {
    balance = sum([balance, m.amount])
    return { ...m, balance }
  })
  const toCome = minor(Math.max(subtract(open, minor(Math.max(balance, 0))), 0))
  return { before, lines, owed: balance, overdue, toCome }
}
