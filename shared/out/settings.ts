import { z } from 'zod'
import { countryCodes } from '../../core/country/presets'
import { language } from '../shapes'

/** All that the business has set about itself; never the password of its mail server. */
export const businessView = z.object({
  facts: z.object({
    name: z.string(),
    legalName: z.string(),
    address: z.string(),
    email: z.string(),
    phone: z.string(),
    taxNumber: z.string(),
    bank: z.string(),
  }),
  home: z.object({
    country: z.enum(countryCodes),
    timeZone: z.string(),
    language,
    paper: z.enum(['A4', 'Letter']),
    weekStart: z.union([z.literal(1), z.literal(7)]),
    pricesIncludeTax: z.boolean(),
    taxRates: z.array(z.object({ rate: z.string(), words: z.string() })),
  }),
  currency: z.string(),
  numbers: z.object({ pattern: z.string(), next: z.number() }),
  mail: z
    .object({ host: z.string(), port: z.number(), user: z.string(), from: z.string(), kept: z.boolean() })
    .nullable(),
  /** Mail is set where the process was started, and can't be changed here. */
  mailFromOutside: z.boolean(),
})
export type BusinessView = z.output<typeof businessView>

/** What is good to do first, and what of it is done. */
export const firstSteps = z.object({
  steps: z.array(z.object({ key: z.string(), words: z.string(), to: z.string(), done: z.boolean() })),
})
export type FirstSteps = z.output<typeof firstSteps>
/** How much of a starter set was taken in. */
export const starterTaken = z.object({ kinds: z.number(), templates: z.number(), items: z.number() })
export type StarterTaken = z.output<typeof starterTaken>
