import { z } from 'zod'
import { bankProblem } from '../core/country/bank'
import { isMail } from '../core/fields/mail'
import { isColour } from '../core/look/colours'
import { numbered, patternProblem } from '../core/invoices/numbers'
import { countryCodes } from '../core/country/presets'
import { isTimeZone } from '../core/calendar/dates'
import { languages } from '../core/text/language'
import { percentOf } from './setup'
import { line, prose, requiredLine } from './text'

/** Who the business is, as it stands on papers, letters and invoices. */
export const businessFacts = z.object({
  name: requiredLine(120, 'The name of the business'),
  legalName: requiredLine(200, 'The registered name'),
  address: prose(500),
  email: z.email('Give an e-mail address such as hello@business.example.').max(320),
  phone: line(40),
  taxNumber: line(60),
  register: line(120).default(''),
  bank: line(300).refine((b) => !bankProblem(b), { error: (issue) => bankProblem(String(issue.input)) ?? '' }),
})
export type BusinessFacts = z.output<typeof businessFacts>

/** How prices are told, and where the business is at home. */
export const homeSettings = z.object({
  country: z.enum(countryCodes),
  timeZone: z.string().max(60).refine(isTimeZone, 'This time zone is not known.'),
  language: z.enum(languages),
  paper: z.enum(['A4', 'Letter']),
  weekStart: z.union([z.literal(1), z.literal(7)]),
  pricesIncludeTax: z.boolean(),
  taxRates: z
    .array(z.object({ rate: percentOf, words: line(60) }))
    .min(1, 'Give one rate at least; 0 where there is no tax.')
    .max(12)
    .refine((r) => new Set(r.map((x) => x.rate)).size === r.length, 'Two rates are the same.'),
})
export type HomeSettings = z.output<typeof homeSettings>
const colour = z.string().trim().toLowerCase().refine(isColour, 'Give a colour such as #6b3f78.')
/** The colours of the business and what stands under its mails. */
export const lookGiven = z.object({
  main: colour,
  second: colour,
  under: prose(600),
})
export type LookGiven = z.output<typeof lookGiven>
/** How invoices or quotes are numbered, and which number comes next. */
export const numbersGiven = z.object({
  of: z.enum(numbered).default('invoices'),
  pattern: z
    .string()
    .max(40)
    .refine((p) => !patternProblem(p), { error: (issue) => patternProblem(String(issue.input)) ?? '' }),
  next: z.coerce.number('Give the next number.').int().min(1, 'Numbers begin at 1.').max(99_999_999),
})
export const putAway = z.object({ step: z.string().max(20) })
/** Whether everything is backed up each night. */
export const nightlyGiven = z.object({ nightly: z.boolean() })
/** How many years sealed papers are kept; null for ever. */
export const keepGiven = z.object({ keepYears: z.number().int().min(1).max(50).nullable() })
/** What the secret in an archive is closed with. */
export const archiveGiven = z.object({
  password: z.string().min(12, 'Give 12 letters or more: whoever has it can open everything.').max(200),
})
/** When an invoice is to be paid, and what stands under it. */
export const termsGiven = z.object({
  days: z.coerce.number('Give a number of days, such as 14.').int('Give whole days.').min(0).max(365),
  words: prose(1000),
})
/** When clients are reminded of what is late: days after it was due, as they are typed. */
export const lateGiven = z.object({
  steps: z
    .string()
    .max(60)
    .transform((text) =>
      text
        .split(/[\s,;]+/)
        .filter(Boolean)
        .map(Number),
    )
    .pipe(
      z
        .array(
          z.number('Give days with commas between them, such as 3, 10, 20.').int('Give whole days.').min(1).max(180),
        )
        .max(5, 'Five reminders at most.')
        .refine((days) => days.every((d, i) => i === 0 || d > days[i - 1]!), 'Each comes later than the one before.'),
    ),
})
const sender = z
  .object({ name: line(120), email: line(320) })
  .refine((s) => !s.name || isMail(s.email), { message: 'Answers need an e-mail address.', path: ['email'] })
  .transform((s) => (s.name ? s : null))
/** Whom letters about papers and about money are from; without a name it is the business. */
export const sendersGiven = z.object({ papers: sender, money: sender })
