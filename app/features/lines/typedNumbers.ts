import { majorString, type Minor } from '~~/core/money/money'
import { type Typed, readAmount, readPercent, typedDecimal, typedWords } from '~~/core/money/typed'
import { breaksText, readBreaks } from '~~/core/pricing/breaks'
import { readLimits } from '~~/core/pricing/limits'
import type { Discount, PriceBreak, QuantityLimits } from '~~/core/pricing/pricing'

/** Numbers of priced lines as they are typed where the business is, and what is wrong with one that can't be taken. */
export function useTypedNumbers(currency: string) {
  const locale = useLocale()
  /** What was typed and can't be taken, by its field: it stays as it was typed, with what is wrong beside it. */
  const wrong = reactive<Record<string, { text: string; words: string }>>({})
  const shown = (field: string, text: string) => wrong[field]?.text ?? text
  /** Takes a number as it was typed, or says beside it why it can't be. */
  function take<T>(field: string, text: string, read: Typed<T>, then: (value: T) => void): void {
    if ('problem' in read) wrong[field] = { text, words: typedWords(read.problem, text, locale.value) }
    else {
      delete wrong[field]
      then(read.value)
    }
  }
  const decimal = (value: string) => typedDecimal(value, locale.value)
  const amount = (value: Minor) => decimal(majorString(value, currency))
  const discountText = (d: Discount | null) => (!d ? '' : 'percent' in d ? `${decimal(d.percent)}%` : amount(d.amount))
  function setDiscount(field: string, text: string, then: (discount: Discount | null) => void): void {
    if (!text.trim()) {
      delete wrong[field]
      then(null)
    } else if (text.includes('%')) take(field, text, readPercent(text, locale.value), (percent) => then({ percent }))
    else take(field, text, readAmount(text, currency, locale.value), (value) => then({ amount: value }))
  }
  const limits = (of: QuantityLimits | null) => (of ? `${decimal(of.min)}–${decimal(of.max)}` : '')
  function setLimits(
    field: string,
    text: string,
    was: QuantityLimits | null,
    then: (limits: QuantityLimits | null) => void,
  ): void {
    delete wrong[field]
    if (!text.trim()) return then(null)
    const read = readLimits(text, locale.value)
    if (read) then({ ...read, step: was?.step ?? read.step })
    else wrong[field] = { text, words: 'Write from and to, such as 4–12.' }
  }
  const breaksShown = (breaks: readonly PriceBreak[] | null | undefined) =>
    breaksText(breaks ?? [], currency, locale.value)
  /** Takes what one costs from so many on, after what it costs below the first. */
  function setBreaks(field: string, text: string, below: Minor, then: (breaks: PriceBreak[]) => void): void {
    delete wrong[field]
    const read = readBreaks(text, below, currency, locale.value)
    if (read) then(read)
    else wrong[field] = { text, words: 'Write how many and what one costs then, such as 10: 45; 20: 40.' }
  }
  /** Lets go of what was typed and couldn't be taken on a line that is gone. */
  function forget(key: string): void {
    for (const field of Object.keys(wrong)) if (field.startsWith(`${key}.`)) delete wrong[field]
  }
  return {
    locale,
    wrong,
    shown,
    take,
    forget,
    decimal,
    amount,
    discountText,
    limits,
    setDiscount,
    setLimits,
    breaksText: breaksShown,
    setBreaks,
  }
}
export type TypedNumbers = ReturnType<typeof useTypedNumbers>
