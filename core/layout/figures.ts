import { localeOf } from '../calendar/locale'
import { formatDate } from '../merge/merge'
import { fill } from '../text/fill'
import { type TableSays, tableSays } from '../merge/table-words'
import { formatMoney } from '../money/money'
import { typedDecimal } from '../money/typed'
import type { PlanInput, Stage } from '../payment-plan/plan'
import type { Priced, PricedLine, Pricing } from '../pricing/pricing'

/**
 * The figures a paper's price and plan tables show. `open`: the client may still choose; `accepted`: they have. `planned` is
 * what the stages are worked out from, so that they can be for another total.
 */
export interface PaperFigures {
  pricing: Pricing
  priced: Priced
  stages: readonly Stage[]
  currency: string
  open: boolean
  accepted?: boolean
  planned?: Omit<PlanInput, 'total' | 'today'>
}

/** `6 h`, or just `6` where the line has no unit; the number as it is written in a language. */
export function quantityText(line: Pick<PricedLine, 'quantity' | 'unit'>, language = 'en'): string {
  return `${typedDecimal(line.quantity, localeOf(language))} ${line.unit}`.trimEnd()
}

/** What a table is written with: the paper's words, its amounts and days. */
export interface Hand {
  language: string
  says: TableSays
  money(amount: number): string
  day(day: string): string
  /** A decimal with a point, as it is written. */
  number(decimal: string): string
  quantity(line: Pick<PricedLine, 'quantity' | 'unit'>): string
}

export function handOf(language: string, currency: string): Hand {
  return {
    language: localeOf(language),
    says: tableSays(language),
    money: (amount) => formatMoney(amount as Priced['total'], currency, localeOf(language)),
    day: (day) => formatDate(day, 'long', language),
    number: (decimal) => typedDecimal(decimal, localeOf(language)),
    quantity: (line) => quantityText(line, language),
  }
}

/** The words of a total for its place on the paper: exact, with the currency's sign and the tax in it. */
export function totalText(priced: Priced, currency: string, language = 'en'): string {
  const { says, money } = handOf(language, currency)
  return fill(says.taxIn, { total: money(priced.total), tax: money(priced.tax) })
}
