import { z } from 'zod'
import type { DatedPrice } from '../core/items/item'
import { type Minor, majorString } from '../core/money/money'
import { typedDecimal } from '../core/money/typed'
import { breaksText, readBreaks } from '../core/pricing/breaks'
import { contentText, readContents } from '../core/pricing/contents'
import { readLimits } from '../core/pricing/limits'
import type { LineWords } from '../core/pricing/said'
import { languages } from '../core/text/language'
import type { LibraryView } from './library'
import { contents } from './lines'
import { pricedItem } from './starter'
import { line, requiredLine } from './text'
import { typedPrice } from './typed'

/** A priced item as its form has it: numbers as they were typed, words and prices a row each. */
export interface ItemGiven {
  description: string
  unit: string
  price: string
  taxRate: string
  code: string
  group: string
  /** From–to of what the client sets; empty for none. */
  limits: string
  /** How many there are; empty where that doesn't matter. */
  stock: string
  picture: string | null
  words: { key: string; language: string; description: string; unit: string }[]
  prices: { key: string; from: string; price: string }[]
  /** What one costs from so many on, such as `10: 45; 20: 40`; empty where it is always the same. */
  breaks: string
  /** What it is made up of, one a row; empty where it is no package. */
  contents: string
}
const { description, unit, taxRate, code, group, picture } = pricedItem.shape

/** Reads the form of a priced item into what is kept. */
export const itemForm = (currency: string, locale: string, was: Item | null, items: readonly Item[] = []) =>
  z
    .object({
      description,
      unit,
      taxRate,
      code,
      group,
      picture,
      stock: z
        .string()
        .trim()
        .regex(/^\d{0,6}$/, 'Give a whole number, or leave it empty.')
        .transform((n) => (n ? Number(n) : null)),
      price: typedPrice(currency, locale),
      limits: z.string().transform((text, context) => {
        const read = text.trim() ? readLimits(text, locale) : null
        if (!text.trim() || read) return read && { ...read, step: was?.clientQuantity?.step ?? read.step }
        context.addIssue({ code: 'custom', message: 'Write from and to, such as 4–12.' })
        return z.NEVER
      }),
      breaks: z.string(),
      contents: z
        .string()
        .transform((text) =>
          readContents(
            text,
            locale,
            items.filter((i) => i.id !== was?.id),
          ),
        )
        .pipe(contents),
      words: z
        .array(z.object({ language: z.enum(languages), description: requiredLine(500, 'What it is'), unit: line(20) }))
        .refine((w) => new Set(w.map((x) => x.language)).size === w.length, 'A language is there twice.'),
      prices: z
        .array(z.object({ from: z.iso.date('Give the day it begins.'), price: typedPrice(currency, locale) }))
        .max(20)
        .refine((p) => new Set(p.map((x) => x.from)).size === p.length, 'Two prices begin on the same day.'),
    })
    .transform(({ price, limits, words, prices, breaks, ...rest }, context) => ({
      ...rest,
      unitPrice: price,
      clientQuantity: limits,
      breaks:
        readBreaks(breaks, price, currency, locale) ??
        context.addIssue({
          code: 'custom',
          path: ['breaks'],
          message: 'Write how many and what one costs then, such as 10: 45; 20: 40.',
        }) ??
        z.NEVER,
      words: Object.fromEntries(words.map(({ language, ...said }) => [language, said])) as LineWords,
      prices: prices
        .map((p): DatedPrice => ({ from: p.from, unitPrice: p.price }))
        .sort((a, b) => (a.from < b.from ? -1 : 1)),
    }))

type Item = LibraryView['catalogue'][number]
/** An item as its form has it; a new one with the tax given. */
export function itemAsForm(
  item: Item | null,
  { currency, locale, tax, key }: { currency: string; locale: string; tax: string; key: () => string },
): ItemGiven {
  const amount = (n: number) => typedDecimal(majorString(n as Minor, currency), locale)
  const limits = item?.clientQuantity
  return {
    description: item?.description ?? '',
    unit: item?.unit ?? '',
    price: item ? amount(item.unitPrice) : '',
    taxRate: item?.taxRate ?? tax,
    code: item?.code ?? '',
    group: item?.group ?? '',
    limits: limits ? `${typedDecimal(limits.min, locale)}–${typedDecimal(limits.max, locale)}` : '',
    stock: item?.stock === null || !item ? '' : String(item.stock),
    picture: item?.picture ?? null,
    words: Object.entries(item?.words ?? {}).map(([language, said]) => ({ key: key(), language, ...said })),
    breaks: breaksText(item?.breaks ?? [], currency, locale),
    contents: (item?.contents ?? []).map((c) => contentText(c, locale)).join('\n'),
    prices: (item?.prices ?? []).map((p) => ({ key: key(), from: p.from, price: amount(p.unitPrice) })),
  }
}
