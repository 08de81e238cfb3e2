import { z } from 'zod'
import { templateKinds } from '../core/document/kinds'
import { INVOICE_WHEN } from '../core/invoices/when'
import { factTypes } from '../core/facts/facts'
import { paperDocument } from '../core/document/model'
import { isDecimal, tenThousandths } from '../core/money/money'
import { contents, lineWords, priceBreaks, quantityLimits, sha } from './lines'
import { paymentPlan } from './shapes/money'
import { line, prose, requiredLine } from './text'

const id = z.string().regex(/^[\w-]{1,60}$/, 'An id has letters, digits and hyphens.')
const percent = z
  .string()
  .regex(/^\d{1,3}(\.\d{1,2})?$/, 'Give a percentage, such as 20.')
  .refine((p) => !isDecimal(p) || tenThousandths(p) <= 100_0000n, 'A percentage lies between 0 and 100.')
export const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Give a time such as 14:00.')

const limit = z.string().refine((n) => n === '' || isDecimal(n), 'Give a number, or leave it empty.')
/** A further fact as a kind asks for it. */
export const givenFact = z
  .object({
    key: id,
    label: requiredLine(60, 'The name of the fact'),
    unit: line(20),
    type: z.enum(factTypes).optional(),
    choices: z.array(requiredLine(60, 'A choice')).max(40).optional(),
    least: limit.optional(),
    most: limit.optional(),
  })
  .refine((f) => f.type !== 'choice' || (f.choices?.length ?? 0) > 1, {
    message: 'A choice needs two words at least, with commas between them.',
    path: ['choices'],
  })

/** What a job kind asks for and does. */
export const kindSettings = z.object({
  expects: z.object({
    quote: z.boolean(),
    contract: z.boolean(),
    waivers: z.boolean(),
    invoice: z.enum(INVOICE_WHEN),
  }),
  templates: z.object({ quote: id.optional(), contract: id.optional(), waiver: id.optional() }),
  facts: z
    .array(givenFact)
    .max(30)
    .refine((f) => new Set(f.map((x) => x.key)).size === f.length, 'Two facts have the same key.'),
  plan: paymentPlan,
  pricesIncludeTax: z.boolean(),
  usual: z.object({
    startTime: clock,
    hours: z
      .number()
      .int()
      .min(1)
      .max(24 * 60),
  }),
  made: z.object({ contract: z.enum(['accepted', 'hand']), waiver: z.enum(['agreed', 'hand']) }).optional(),
  checkWith: id.nullable().optional(),
  stageInvoices: z.boolean().optional(),
})
export const namedKind = z.object({ name: requiredLine(60, 'The name of the kind'), settings: kindSettings })

export const pricedItem = z.object({
  description: requiredLine(500, 'What it is'),
  unit: line(20),
  /** In minor units of the business's currency. */
  unitPrice: z.number().int().min(0).max(1_000_000_000),
  taxRate: percent,
  clientQuantity: quantityLimits.default(null),
  code: line(40).default(''),
  group: line(60).default(''),
  words: lineWords.default({}),
  prices: z
    .array(z.object({ from: z.iso.date(), unitPrice: z.number().int().min(0).max(1_000_000_000) }))
    .max(20)
    .refine((p) => new Set(p.map((x) => x.from)).size === p.length, 'Two prices begin on the same day.')
    .default([]),
  /** What one costs from so many on; none where it is always the same. */
  breaks: priceBreaks.default([]),
  /** What it is made up of, where it is a package. */
  contents: contents.default([]),
  /** How many there are to be booked at one time; null where that doesn't matter. */
  stock: z.number().int().min(0).max(1_000_000).nullable().default(null),
  /** A picture of it, taken in before; a set that goes elsewhere has none. */
  picture: sha.nullable().default(null),
})

/**
 * What a business begins with, as one open JSON file: job kinds, the papers they need, priced items and messages. Ids hold
 * the file together; another Upwold that takes it in gives them anew where they are taken.
 */
export const starterSet = z
  .object({
    upwold: z.literal('starter'),
    version: z.literal(1),
    name: requiredLine(120, 'The name of the set'),
    language: z.string().max(20),
    kinds: z.array(namedKind.extend({ id })).max(60),
    templates: z
      .array(
        z.object({
          id,
          kind: z.enum(templateKinds),
          folder: line(60),
          name: requiredLine(120, 'The name of the template'),
          document: paperDocument,
          /** The template of this file it says the same as, in another language. */
          languageOf: id.nullish(),
        }),
      )
      .max(200),
    items: z.array(pricedItem.extend({ id })).max(2000),
    messages: z
      .array(
        z.object({
          name: requiredLine(80, 'The name'),
          subject: requiredLine(300, 'The subject'),
          message: prose(5000),
        }),
      )
      .max(100),
  })
  .refine(
    (s) => s.kinds.every((k) => Object.values(k.settings.templates).every((t) => s.templates.some((x) => x.id === t))),
    'A job kind names a template that is not in this file.',
  )
  .refine(
    (s) => s.templates.every((t) => !t.languageOf || s.templates.some((x) => x.id === t.languageOf)),
    'A template says the same as one that is not in this file.',
  )
export type StarterSet = z.output<typeof starterSet>
