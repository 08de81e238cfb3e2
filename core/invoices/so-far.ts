import { type Minor, sum } from '../money/money'
import { type Credit, leftOf } from './credit'
import { type Invoice, type InvoicedBefore, lessInvoiced } from './invoice'
import type { Stage } from '../payment-plan/plan'
import type { TaxGroup } from '../pricing/pricing'

/** An invoice as it was raised; `at` orders it among its job's invoices and credit notes. */
export interface Raised {
  id: string
  number: string
  issuedOn: string
  stage: string | null
  invoice: Pick<Invoice, 'groups'>
  createdAt: string
}
export interface TakenBack {
  invoiceId: string
  /** The extra it follows: what was agreed has come down already. */
  extraId?: string | null
  credit: Credit
  createdAt: string
}

/**
 * What of a job was invoiced so far, for the next invoice to take off, and how much of what was agreed was credited, so that it
 * isn't owed any more. What follows an extra lowers nothing by itself, and taking back a stage's invoice before there was one of the whole takes nothing off what is owed: the next
 * invoice asks for it. Any other credit note does, and its invoice still counts as having asked for it.
 */
export function invoicedSoFar(
  invoices: readonly Raised[],
  credits: readonly TakenBack[],
): { before: InvoicedBefore[]; credited: Minor } {
  const whole = invoices.find((i) => i.stage === null)
  const lowers = (c: TakenBack) => {
    const of = invoices.find((i) => i.id === c.invoiceId)
    if (c.extraId) return false
    return of?.stage === null || (!!whole && c.createdAt >= whole.createdAt)
  }
  const before = invoices.map(({ id, number, issuedOn, stage, invoice }): InvoicedBefore => {
    const undone = credits.filter((c) => c.invoiceId === id && !lowers(c)).map((c) => c.credit)
    const groups = leftOf(invoice.groups, undone)
    return { number, issuedOn, stage, groups, total: sum(groups.map((g) => g.total)) }
  })
  return {
    before: before.filter((b) => b.groups.some((g) => g.net !== 0 || g.tax !== 0)),
    credited: sum(credits.filter(lowers).map((c) => c.credit.total)),
  }
}

/** What can be invoiced now: single stages before the balance that weren't, and, with no stage, all that is left. */
export function toInvoice(
  groups: readonly TaxGroup[],
  stages: readonly Stage[],
  before: readonly InvoicedBefore[],
): { stage: string | null; label: string; amount: Minor }[] {
  const rest = sum(lessInvoiced(groups, before).map((g) => g.total))
  if (rest <= 0) return []
  const done = new Set(before.map((b) => b.stage))
  const ordinary = stages.filter((s) => !s.held && s.amount > 0).slice(0, -1)
  return [
    ...ordinary
      .filter((s) => !done.has(null) && !done.has(s.key) && s.amount < rest)
      .map(({ key, label, amount }) => ({ stage: key, label, amount })),
    { stage: null, label: '', amount: rest },
  ]
}
