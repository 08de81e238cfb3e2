import { INVOICE_WHEN, type InvoiceWhen } from '../core/invoices/when'
import { z } from 'zod'
import { type FactType, factTypes } from '../core/facts/facts'
import { readAmount, readDecimal } from '../core/money/typed'
import { clock, type givenFact, type namedKind } from './starter'
import { line, requiredLine } from './text'

export interface StageAsked {
  key: string
  label: string
  /** Of the whole; empty takes the rest. */
  percent: string
  from: 'agreed' | 'day'
  days: string
}
/** What is kept when a job is called off, as it is typed. */
export interface CalledOffAsked {
  key: string
  within: string
  keep: 'first' | 'percent'
  percent: string
}
/** A further fact as its row has it: choices with commas between them, limits as typed. */
export interface FactAsked {
  key: string
  label: string
  unit: string
  type: FactType
  choices: string
  least: string
  most: string
}
/** A job kind as its form has it: numbers as they were typed. */
export interface KindGiven {
  name: string
  templates: { quote: string; contract: string; waiver: string }
  invoice: InvoiceWhen
  facts: FactAsked[]
  stages: StageAsked[]
  calledOff: CalledOffAsked[]
  damage: string
  pricesIncludeTax: boolean
  startTime: string
  hours: string
  made: { contract: 'accepted' | 'hand'; waiver: 'agreed' | 'hand' }
  /** A member by their id; empty for nobody. */
  checkWith: string
  stageInvoices: boolean
}
const percent = z
  .string()
  .trim()
  .regex(/^(\d{1,2}([.,]\d{1,2})?|100)?$/, 'Give a percentage, such as 30.')
  .transform((p) => p.replace(',', '.'))
const whole = (words: string) =>
  z
    .string()
    .trim()
    .regex(/^-?\d{1,4}$/, words)
    .transform(Number)

/** A further fact as it is asked for: only what its type has. */
const askedFact = (locale: string) =>
  z
    .object({
      key: z.string(),
      label: requiredLine(60, 'The name of the fact'),
      unit: line(20),
      type: z.enum(factTypes),
      choices: line(1000),
      least: limit(locale),
      most: limit(locale),
    })
    .transform(({ key, label, unit, type, choices, least, most }): z.output<typeof givenFact> => ({
      key,
      label,
      unit: type === 'text' || type === 'number' ? unit : '',
      ...(type === 'text' ? {} : { type }),
      ...(type === 'choice' ? { choices: [...new Set(choices.split(',').map((c) => c.trim()))].filter(Boolean) } : {}),
      ...(type === 'number' ? { least, most } : {}),
    }))
    .refine((f) => f.type !== 'choice' || f.choices!.length > 1, {
      message: 'Give two or more, with commas between them.',
      path: ['choices'],
    })
const calledOffStep = ({ within, keep, percent }: { within: number; keep: 'first' | 'percent'; percent: string }) => ({
  within,
  keep: keep === 'first' ? keep : { percent },
})
const limit = (locale: string) =>
  z.string().transform((typed, context) => {
    const read = typed.trim() ? readDecimal(typed, locale) : { value: '' }
    if ('value' in read) return read.value
    context.addIssue({ code: 'custom', message: 'Give a number, or leave it empty.' })
    return z.NEVER
  })

/** Reads the form of a job kind into what is kept; `currency` and `locale` are those of the business. */
export const kindForm = (currency: string, locale: string) =>
  z
    .object({
      name: requiredLine(60, 'The name of the kind'),
      templates: z.object({ quote: z.string(), contract: z.string(), waiver: z.string() }),
      invoice: z.enum(INVOICE_WHEN),
      stageInvoices: z.boolean(),
      facts: z.array(askedFact(locale)).max(30),
      calledOff: z
        .array(
          z
            .object({
              key: z.string(),
              within: whole('Give a number of days, such as 30.').refine((n) => n >= 0, 'Give 0 days or more.'),
              keep: z.enum(['first', 'percent']),
              percent,
            })
            .refine((s) => s.keep === 'first' || s.percent !== '', {
              message: 'Give a percentage, such as 50.',
              path: ['percent'],
            }),
        )
        .max(12)
        .refine((s) => new Set(s.map((x) => x.within)).size === s.length, 'Two steps begin on the same day.'),
      stages: z
        .array(
          z.object({
            key: z.string(),
            label: requiredLine(60, 'What the stage is called'),
            percent,
            from: z.enum(['agreed', 'day']),
            days: whole('Give a number of days, such as 14; -7 is a week before.'),
          }),
        )
        .min(1, 'Something has to be paid at some time.')
        .max(12),
      damage: z.string().trim(),
      pricesIncludeTax: z.boolean(),
      startTime: clock,
      made: z.object({ contract: z.enum(['accepted', 'hand']), waiver: z.enum(['agreed', 'hand']) }),
      checkWith: z.string(),
      hours: whole('Give a number of hours.').refine((h) => h >= 1 && h <= 1440, 'Give 1 to 1440 hours.'),
    })
    .transform((given, context): z.output<typeof namedKind> => {
      const damage = given.damage ? readAmount(given.damage, currency, locale) : null
      if (damage && !('value' in damage))
        context.addIssue({ code: 'custom', path: ['damage'], message: 'Give an amount, or leave it empty.' })
      const asked = given.stages.slice(0, -1).reduce((n, s) => n + Number(s.percent || 0), 0)
      if (asked > 100)
        context.addIssue({
          code: 'custom',
          path: ['stages', 0, 'percent'],
          message: 'Together the stages ask for more than the whole.',
        })
      const { quote, contract, waiver } = given.templates
      return {
        name: given.name,
        settings: {
          expects: { quote: !!quote, contract: !!contract, waivers: !!waiver, invoice: given.invoice },
          templates: { ...(quote ? { quote } : {}), ...(contract ? { contract } : {}), ...(waiver ? { waiver } : {}) },
          facts: given.facts,
          plan: {
            stages: given.stages.map((s, i) => ({
              key: s.key,
              label: s.label,
              amount: i < given.stages.length - 1 && s.percent ? { percent: s.percent } : ('remainder' as const),
              due: s.from === 'agreed' ? { afterAcceptance: s.days } : { fromDay: s.days },
            })),
            damageDeposit:
              damage && 'value' in damage && damage.value > 0 ? { amount: damage.value, due: { fromDay: -1 } } : null,
            ...(given.calledOff.length ? { calledOff: given.calledOff.map(calledOffStep) } : {}),
          },
          pricesIncludeTax: given.pricesIncludeTax,
          usual: { startTime: given.startTime, hours: given.hours },
          made: given.made,
          checkWith: given.checkWith || null,
          stageInvoices: given.stageInvoices,
        },
      }
    })
