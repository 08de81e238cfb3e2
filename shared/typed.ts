import { z } from 'zod'
import type { Minor } from '../core/money/money'
import { type Typed, readAmount, readPercent, typedWords } from '../core/money/typed'

/** What somebody typed, read as it is written where they are; what can't be read is said in words. */
const typed = <T>(locale: string, read: (text: string) => Typed<T>) =>
  z.string().transform((text, context): T => {
    const got = read(text)
    if ('value' in got) return got.value
    context.addIssue({
      code: 'custom',
      message: text.trim() ? typedWords(got.problem, text, locale) : 'This is missing.',
    })
    return z.NEVER
  })
/** An amount above 0, in minor units. */
export const typedAmount = (currency: string, locale: string) =>
  typed<Minor>(locale, (text) => readAmount(text, currency, locale)).refine((n) => n > 0, 'Give an amount above 0.')
/** A price, in minor units; nothing is a price too. */
export const typedPrice = (currency: string, locale: string) =>
  typed<Minor>(locale, (text) => readAmount(text, currency, locale)).refine((n) => n >= 0, 'A price is not below 0.')
/** An amount from 0 on, in minor units; nothing typed is none. */
export const typedAmountOrNone = (currency: string, locale: string) =>
  z
    .string()
    .transform((text) => text.trim() || '0')
    .pipe(typedPrice(currency, locale))
/** A percentage, as a decimal string with a point. */
export const typedPercent = (locale: string) => typed<string>(locale, (text) => readPercent(text, locale))
