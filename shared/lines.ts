import { z } from 'zod'
import { type Minor, isDecimal, tenThousandths } from '../core/money/money'
import { settled } from '../core/pricing/breaks'
import { type Content, PER, type PriceBreak, type PricedLine } from '../core/pricing/pricing'
import type { LineWords } from '../core/pricing/said'
import { VARIANT, variantsOf } from '../core/pricing/variants'
import { languages } from '../core/text/language'
import { line, requiredLine } from './text'

/** An amount in minor units, not below nothing. */
export const amount = z
  .number()
  .int('Give the amount in whole pence.')
  .min(0, 'An amount cannot be negative; use a discount.')
  .max(1_000_000_000_00, 'This amount is too large.') as unknown as z.ZodType<Minor, number>
export const decimal = z.string().trim().refine(isDecimal, 'Give a number with at most 4 decimals.')
export const positive = decimal
  .refine(
    (s) => !isDecimal(s) || tenThousandths(s) > 0n,
    'The quantity must be more than 0. To leave the line out, remove it.',
  )
  .refine((s) => !isDecimal(s) || tenThousandths(s) <= 1_000_000_0000n, 'This quantity is too large.')
export const percent = decimal.refine(
  (s) => !isDecimal(s) || (tenThousandths(s) >= 0n && tenThousandths(s) <= 100_0000n),
  'A percentage lies between 0 and 100.',
)

export const discount = z.union([z.object({ percent }), z.object({ amount })]).nullable()
export const quantityLimits = z
  .object({ min: decimal, max: decimal, step: decimal })
  .nullable()
  .refine(
    (l) =>
      !l ||
      (tenThousandths(l.min) >= 0n && tenThousandths(l.max) >= tenThousandths(l.min) && tenThousandths(l.step) > 0n),
    'The limits need a step above 0 and a highest not below the lowest.',
  )

/** A file by its SHA-256. */
export const sha = z.string().regex(/^[0-9a-f]{64}$/, 'This is no file.')

/** What a line or item says in further languages. */
export const lineWords = z.partialRecord(
  z.enum(languages),
  z.object({ description: requiredLine(500, 'What it is'), unit: line(20) }),
) satisfies z.ZodType<LineWords>

/** What one costs from so many on: the fewest first, from nothing on. */
export const priceBreaks = z
  .array(z.object({ from: decimal, unitPrice: amount }))
  .max(20)
  .refine(
    (all) =>
      all.every((b, i) =>
        i ? tenThousandths(b.from) > tenThousandths(all[i - 1]!.from) : tenThousandths(b.from) === 0n,
      ),
    'Prices from so many on begin at nothing and go up.',
  ) satisfies z.ZodType<PriceBreak[]>
export const contents = z
  .array(
    z.object({
      quantity: positive,
      unit: line(20),
      description: requiredLine(200, 'What is in it'),
      item: z.string().max(60).nullable().optional(),
    }),
  )
  .max(30, 'What it is made up of is thirty rows at most.') satisfies z.ZodType<Content[]>

const written = z.object({
  key: z
    .string()
    .min(1)
    .max(40)
    .refine((k) => !k.startsWith(VARIANT), 'A line can’t be called so.'),
  description: requiredLine(500, 'What the line is for'),
  unit: line(20),
  quantity: positive,
  unitPrice: amount,
  discount,
  taxRate: percent,
  optional: z.boolean(),
  group: z.string().max(40).nullable(),
  chosen: z.boolean(),
  clientQuantity: quantityLimits,
  per: z.enum(PER).nullable().optional(),
  breaks: priceBreaks.nullable().optional(),
  contents: contents.nullable().optional(),
  section: z
    .object({ name: requiredLine(60, 'The section'), discount })
    .nullable()
    .optional(),
  variant: z
    .object({ name: requiredLine(40, 'The variant'), taken: z.boolean() })
    .nullable()
    .optional(),
  words: lineWords.nullable().optional(),
  item: z.string().max(60).nullable().optional(),
  picture: sha.nullable().optional(),
})
/** A priced line as it comes in: at what one costs for as many as there are. */
export const pricedLine = written.transform(settled) satisfies z.ZodType<PricedLine>
/** Priced lines as they come in: of variants one is taken, and a section takes the same off each of its lines. */
export const pricedLines = z
  .array(pricedLine)
  .max(200)
  .refine((ls) => new Set(ls.map((l) => l.key)).size === ls.length, 'Two lines have the same key.')
  .refine((ls) => {
    const names = new Set(ls.flatMap((l) => (l.variant?.taken ? [l.variant.name] : [])))
    return variantsOf(ls).length
      ? names.size === 1 && ls.every((l) => !l.variant || l.variant.taken === names.has(l.variant.name))
      : true
  }, 'One of the variants is taken, with all of its lines.')
  .refine(
    (ls) =>
      new Set(ls.flatMap((l) => (l.section ? [JSON.stringify([l.variant?.name ?? null, l.section])] : []))).size ===
      new Set(ls.flatMap((l) => (l.section ? [JSON.stringify([l.variant?.name ?? null, l.section.name])] : []))).size,
    'What is taken off a section is the same on each of its lines.',
  )
