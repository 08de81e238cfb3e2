import { z } from 'zod'
import { countryCodes } from '../../core/country/presets'
import { textKinds } from '../../core/text/request'
import { deskSettings } from '../desk'
import { language } from '../shapes'

/** How the business looks to those it writes to. */
export const shownLook = z.object({
  logo: z.object({ sha: z.string(), width: z.number(), height: z.number() }).nullable(),
  main: z.string(),
})
export type ShownLook = z.output<typeof shownLook>
/** With the shades a page is drawn in. */
export const drawnLook = shownLook.extend({ deep: z.string(), tint: z.string() })

const numbers = z.object({ pattern: z.string(), next: z.number() })
const sender = z.object({ name: z.string(), email: z.string() }).nullable()
/** All that the business has set about itself; never the password of its mail server. */
export const businessView = z.object({
  facts: z.object({
    name: z.string(),
    legalName: z.string(),
    address: z.string(),
    email: z.string(),
    phone: z.string(),
    taxNumber: z.string(),
    register: z.string(),
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
  look: shownLook.extend({
    second: z.string(),
    under: z.string(),
  }),
  currency: z.string(),
  numbers: z.object({ invoices: numbers, quotes: numbers, credits: numbers }),
  terms: z.object({ days: z.number(), words: z.string() }),
  /** Days after something was due on which its client is reminded by itself. */
  lateSteps: z.array(z.number()),
  desk: deskSettings,
  mail: z
    .object({ host: z.string(), port: z.number(), user: z.string(), from: z.string(), kept: z.boolean() })
    .nullable(),
  texts: z
    .object({ url: z.string(), kind: z.enum(textKinds), body: z.string(), from: z.string(), kept: z.boolean() })
    .nullable(),
  /** Who stamps the times of sealed copies. */
  times: z.object({ url: z.string() }).nullable(),
  /** Whom letters are from where it isn’t the business as such. */
  senders: z.object({ papers: sender, money: sender }),
  /** Messages that could not be given over yet, and what was said last. */
  stuck: z.object({ waiting: z.number(), error: z.string() }),
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

/** Backups there are, and what went wrong last. */
export const backupsView = z.object({
  /** False where the database is a server’s: it is backed up there. */
  can: z.boolean(),
  nightly: z.boolean(),
  /** Where they lie, on the machine Upwold runs on. */
  folder: z.string(),
  backups: z.array(z.object({ name: z.string(), at: z.string(), bytes: z.number() })),
  error: z.string(),
  /** Whether one is being made. */
  making: z.boolean(),
  /** How many years sealed papers are kept; null for ever. */
  keepYears: z.number().nullable(),
  /** What goes next, and how many in all were told of. */
  going: z.array(z.object({ titles: z.string(), job: z.string(), jobId: z.string(), on: z.string() })),
  goingAll: z.number(),
})
export type BackupsView = z.output<typeof backupsView>

/** Every way out of the business, how it stands, and what went wrong last. */
export const waysView = z.object({
  ways: z.array(
    z.object({
      key: z.enum(['letters', 'texts', 'cards', 'identity', 'storage', 'times']),
      state: z.enum(['works', 'pretended', 'off', 'trouble']),
      words: z.string(),
      error: z.string(),
    }),
  ),
})
export type WaysView = z.output<typeof waysView>
