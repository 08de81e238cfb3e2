import { timingSafeEqual } from 'node:crypto'
import { presetOf } from '../../core/country/presets'
import type { FoundBusiness } from '../../shared/setup'
import { changeMail } from '../business/mail'
import { addMember } from '../members/members'
import { useConfig } from '../platform/config'
import { hmac } from '../platform/crypt'
import { db, write } from '../platform/db/client'
import { BUSINESS_SETTINGS, business } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { insistOnStrength } from '../members/passwords'
import { starterIn } from './starter-file'
import { starterOf } from './starters'

/** The key of the one-time address of the first start. It hangs on the secret of the data folder alone, and opens nothing once there is a business. */
const firstKey = (): string => hmac('the first start', 'setup').replace(/[^\w]/g, '').slice(0, 40)

export const isFounded = async (): Promise<boolean> =>
  (await db().select({ id: business.id }).from(business).limit(1)).length > 0

/** Whether a key is the one that was printed, while there is no business yet. */
export async function isFirstKey(given: string): Promise<boolean> {
  const [a, b] = [Buffer.from(given), Buffer.from(firstKey())]
  return a.length === b.length && timingSafeEqual(a, b) && !(await isFounded())
}

/** The address to print where there is no business; null where there is one. */
export const firstAddress = async (): Promise<string | null> =>
  (await isFounded()) ? null : `${useConfig().origin}/setup/${firstKey()}`

/** The language of a country's starter set: its own where there is one, else English. */
const starterLanguage = (language: string) => (language === 'de' ? 'de' : 'en')
/** Languages papers can be read and mails written in. */
const OURS = ['en', 'de', 'fr', 'es', 'pt', 'pl'] as const

/**
 * Makes the business, its owner and what it begins with, all or nothing; the id of the owner. Refused where there is a
 * business already, however many ask at once.
 */
export async function found(given: FoundBusiness): Promise<string> {
  await insistOnStrength(given.owner.password, [given.name, given.owner.name, given.owner.email])
  const usual = presetOf(given.country)
  const taxRate = given.pricing === 'none' ? '0' : given.taxRate
  const language = OURS.find((l) => l === usual.language) ?? 'en'
  const starter = starterOf(given.set, {
    language: starterLanguage(usual.language),
    country: given.country,
    currency: given.currency,
    taxRate,
    pricesIncludeTax: given.pricing === 'inside',
  })
  if (!starter) throw new Problem('invalid', 'Choose what you begin with.', { set: 'Choose what you begin with.' })
  return write(async (tx) => {
    if (await isFounded()) throw new Problem('not-now', 'There is a business here already. Sign in.')
    await tx.insert(business).values({
      id: 'business',
      name: given.name,
      legalName: given.name,
      address: '',
      email: given.owner.email,
      phone: '',
      timeZone: usual.timeZone,
      currency: given.currency,
      taxNumber: '',
      bank: '',
      settings: {
        ...BUSINESS_SETTINGS,
        locale: usual.locale as typeof BUSINESS_SETTINGS.locale,
        country: given.country,
        taxRate,
        taxRates: ratesWith(taxRate, usual.tax.rates),
        pricesIncludeTax: given.pricing === 'inside',
        weekStart: usual.weekStart,
        paper: usual.paper,
        language,
        ...(language === 'de' ? { quoteNumbers: 'AN-{year}-{n:4}' } : {}),
        stepsAway: [],
      },
    })
    if (given.mail) await changeMail(given.mail)
    await starterIn(starter)
    return addMember({ ...given.owner, role: 'owner' })
  })
}

/** The usual rates of a country with the one that was given first among them. */
const ratesWith = (rate: string, usual: readonly { rate: string; words: string }[]) => [
  usual.find((r) => r.rate === rate) ?? { rate, words: '' },
  ...usual.filter((r) => r.rate !== rate),
]
