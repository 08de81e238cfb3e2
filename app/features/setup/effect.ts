import type { CountryPreset } from '~~/core/country/presets'
import { invoiceSays } from '~~/core/invoices/words'
import { formatDate } from '~~/core/merge/merge'
import { tableSays } from '~~/core/merge/table-words'
import { type Minor, formatMoney } from '~~/core/money/money'
import { fill } from '~~/core/text/fill'
import { price } from '~~/core/pricing/pricing'

export interface Answers {
  usual: CountryPreset
  pricing: 'inside' | 'top' | 'none'
  taxRate: string
  currency: string
}
/** What answers do to an invoice with one line, and to a day and time. */
export interface Effect {
  title: string
  numbered: string
  line: { words: string; amount: string }
  rows: { words: string; amount: string; strong: boolean }[]
  when: string
}

/** An invoice of one line and a day and time, as these answers have them written. `today` is a day, `amount` in minor units. */
export function effectOf(
  { usual, pricing, taxRate, currency }: Answers,
  sample: { words: string; amount: number },
  today: string,
): Effect {
  const says = invoiceSays(usual.language)
  const table = tableSays(usual.language)
  const money = (n: number) => formatMoney(n as Minor, currency, usual.locale)
  const rate = pricing === 'none' ? '0' : taxRate
  const line = {
    key: 'l1',
    description: sample.words,
    unit: '',
    quantity: '1',
    unitPrice: sample.amount as Minor,
    discount: null,
    taxRate: rate,
    optional: false,
    group: null,
    chosen: true,
    clientQuantity: null,
  }
  const priced = price({ lines: [line], discount: null, pricesIncludeTax: pricing === 'inside' })
  const percent = new Intl.NumberFormat(usual.locale, { style: 'percent', maximumFractionDigits: 2 }).format(
    Number(rate) / 100,
  )
  const row = (words: string, amount: number, strong = false) => ({ words, amount: money(amount), strong })
  const taxed = fill(pricing === 'inside' ? table.taxWithin : table.taxOn, { rate: percent, net: money(priced.net) })
  const tax = row(taxed, priced.tax)
  return {
    title: says.invoice,
    numbered: `${says.number} ${today.slice(0, 4)}-0001 · ${formatDate(today, 'long', usual.language)}`,
    line: { words: sample.words, amount: money(sample.amount) },
    rows:
      pricing === 'none'
        ? [row(table.total, priced.total, true)]
        : pricing === 'inside'
          ? [row(table.total, priced.total, true), tax]
          : [row(table.withoutTax, priced.net), tax, row(table.total, priced.total, true)],
    when: new Intl.DateTimeFormat(usual.locale, { dateStyle: 'medium', timeStyle: 'short', timeZone: 'UTC' }).format(
      new Date(`${today}T16:00Z`),
    ),
  }
}
