/**
 * What is usual for a business of a country, to begin with: all of it can be changed later. Tax rates are the general ones of
 * 2026, the one that applies to most services first; a country whose rate depends on the place (US) begins without one.
 */
export interface CountryPreset {
  /** ISO 3166-1 alpha-2. */
  code: CountryCode
  /** ISO 4217. */
  currency: string
  /** How numbers are typed and days written, as a BCP 47 tag. */
  locale: string
  /** The language papers and letters begin in. */
  language: 'en' | 'de' | 'fr' | 'es' | 'pt' | 'pl' | 'it' | 'nl'
  /** IANA zone of the capital or largest city. */
  timeZone: string
  /** Others the country has. */
  otherZones: readonly string[]
  /** 1 for Monday to 7 for Sunday (ISO 8601). */
  weekStart: 1 | 7
  workingDays: readonly number[]
  paper: 'A4' | 'Letter'
  tax: {
    /** As it is called on an invoice. */
    name: string
    rates: readonly { rate: string; words: string }[]
    /** Whether prices are usually told with it inside. */
    inside: boolean
    /** What its number is called. */
    number: string
  }
  /** What the law of the country wants seen on an invoice besides lines, sums and tax by rate. */
  invoiceShows: readonly InvoicePart[]
  /** Country calling code. */
  dial: string
  /** What a postcode looks like, as a pattern, with an example. */
  postcode: { pattern: string; like: string }
}
export const invoiceParts = [
  'number',
  'issued',
  'supplied',
  'seller',
  'sellerTaxNumber',
  'buyer',
  'buyerTaxNumber',
  'due',
  'register',
] as const
export type InvoicePart = (typeof invoiceParts)[number]

export const countryCodes = [
  'GB',
  'IE',
  'DE',
  'AT',
  'CH',
  'FR',
  'ES',
  'PT',
  'IT',
  'NL',
  'BE',
  'PL',
  'US',
  'CA',
  'AU',
  'NZ',
] as const
export type CountryCode = (typeof countryCodes)[number]

/** A preset without its code. */
export type Usual = Omit<CountryPreset, 'code'>
/** Rates in percent, each with what it is called. */
export const rates = (...list: [rate: string, words: string][]): CountryPreset['tax']['rates'] =>
  list.map(([rate, words]) => ({ rate, words }))
const FIVE = [1, 2, 3, 4, 5]
/** What most of them have in common. */
export const MONDAY = { weekStart: 1, workingDays: FIVE, paper: 'A4', otherZones: [] } as const
export const SUNDAY = { weekStart: 7, workingDays: FIVE, paper: 'Letter' } as const
