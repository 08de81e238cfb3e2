import { z } from 'zod'
import { countryCodes } from '../core/country/presets'
import { line, requiredLine } from './text'

const email = z.email('Give an e-mail address such as name@business.example.').max(320)

/** The shortest password that is taken at all; how hard it is to guess is looked at besides. */
export const PASSWORD_LEAST = 10
export const newPassword = z
  .string()
  .min(PASSWORD_LEAST, `Give a password of at least ${PASSWORD_LEAST} signs.`)
  .max(200)
export const newPin = z.string().regex(/^\d{4,8}$/, 'Give a PIN of four to eight digits.')
const host = z
  .string()
  .trim()
  .max(253)
  .regex(/^[a-z0-9]([a-z0-9.-]*[a-z0-9])?$/i, 'Give the name of a mail server, such as smtp.business.example.')

/** How mail goes out. An empty password keeps the one that is there. */
export const mailSettings = z.object({
  host,
  port: z.coerce
    .number()
    .int()
    .min(1, 'A port lies between 1 and 65535.')
    .max(65_535, 'A port lies between 1 and 65535.'),
  user: line(320),
  password: z.string().max(500).default(''),
  from: email,
})
export type MailGiven = z.output<typeof mailSettings>

export const percentOf = z
  .string()
  .trim()
  .regex(/^\d{1,2}([.,]\d{1,2})?$/, 'Give a percentage, such as 20.')
  .transform((p) => p.replace(',', '.'))

/** How prices are told: with tax inside, with tax on top, or without any. */
export const pricing = z.enum(['inside', 'top', 'none'])
/** The four questions of the first start, and who answers them. */
export const foundBusiness = z.object({
  name: requiredLine(120, 'The name of the business'),
  country: z.enum(countryCodes),
  pricing,
  taxRate: percentOf,
  currency: z.string().regex(/^[A-Z]{3}$/, 'Give a currency such as EUR.'),
  set: z.string().max(40),
  mail: mailSettings.nullable(),
  owner: z.object({ name: requiredLine(120, 'Your name'), email, password: newPassword, pin: newPin }),
})
export type FoundBusiness = z.output<typeof foundBusiness>
export const tryMail = z.object({ mail: mailSettings, to: email })
