import { EUROPE } from './europe'
import { MONDAY, SUNDAY, rates, type CountryCode, type CountryPreset, type Usual } from './types'

export { countryCodes, invoiceParts, type CountryCode, type CountryPreset, type InvoicePart } from './types'

const PRESETS: Record<CountryCode, Usual> = {
  ...EUROPE,
  US: {
    ...SUNDAY,
    currency: 'USD',
    locale: 'en-US',
    language: 'en',
    timeZone: 'America/New_York',
    otherZones: [
      'America/Chicago',
      'America/Denver',
      'America/Phoenix',
      'America/Los_Angeles',
      'America/Anchorage',
      'Pacific/Honolulu',
    ],
    tax: { name: 'Sales tax', rates: rates(['0', 'none']), inside: false, number: 'Tax ID' },
    invoiceShows: ['number', 'issued', 'seller', 'buyer', 'due'],
    dial: '1',
    postcode: { pattern: '^\\d{5}(-\\d{4})?$', like: '00000' },
  },
  CA: {
    ...SUNDAY,
    currency: 'CAD',
    locale: 'en-CA',
    language: 'en',
    timeZone: 'America/Toronto',
    otherZones: ['America/Halifax', 'America/Winnipeg', 'America/Edmonton', 'America/Vancouver', 'America/St_Johns'],
    tax: {
      name: 'GST/HST',
      rates: rates(
        ['5', 'GST'],
        ['13', 'HST, Ontario'],
        ['14', 'HST, Nova Scotia'],
        ['15', 'HST, other Atlantic provinces'],
        ['0', 'zero'],
      ),
      inside: false,
      number: 'GST/HST number',
    },
    invoiceShows: ['number', 'issued', 'seller', 'sellerTaxNumber', 'buyer', 'due'],
    dial: '1',
    postcode: { pattern: '^[A-Z]\\d[A-Z] ?\\d[A-Z]\\d$', like: 'A0A 0A0' },
  },
  AU: {
    ...MONDAY,
    currency: 'AUD',
    locale: 'en-AU',
    language: 'en',
    timeZone: 'Australia/Sydney',
    otherZones: ['Australia/Brisbane', 'Australia/Adelaide', 'Australia/Darwin', 'Australia/Perth', 'Australia/Hobart'],
    tax: { name: 'GST', rates: rates(['10', 'GST'], ['0', 'GST-free']), inside: true, number: 'ABN' },
    invoiceShows: ['number', 'issued', 'seller', 'sellerTaxNumber', 'buyer'],
    dial: '61',
    postcode: { pattern: '^\\d{4}$', like: '0000' },
  },
  NZ: {
    ...MONDAY,
    currency: 'NZD',
    locale: 'en-NZ',
    language: 'en',
    timeZone: 'Pacific/Auckland',
    otherZones: ['Pacific/Chatham'],
    tax: { name: 'GST', rates: rates(['15', 'GST'], ['0', 'zero-rated']), inside: true, number: 'GST number' },
    invoiceShows: ['number', 'issued', 'seller', 'sellerTaxNumber', 'buyer'],
    dial: '64',
    postcode: { pattern: '^\\d{4}$', like: '0000' },
  },
}

export const presetOf = (code: CountryCode): CountryPreset => ({ code, ...PRESETS[code] })

/** The name of a country in a language. */
export const countryName = (code: CountryCode, language = 'en'): string =>
  new Intl.DisplayNames([language], { type: 'region' }).of(code) ?? code

/** Whether an address has something that looks like a postcode of the country, in one word or in two. */
export function hasPostcode(address: string, { postcode }: Pick<CountryPreset, 'postcode'>): boolean {
  const pattern = new RegExp(postcode.pattern, 'i')
  const words = address.split(/[\s,]+/).filter(Boolean)
  return words.some((w, i) => pattern.test(w) || (i > 0 && pattern.test(`${words[i - 1]} ${w}`)))
}
