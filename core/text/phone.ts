import { type CountryCode, type MetadataJson, isPossiblePhoneNumber } from 'libphonenumber-js/core'
import { looksLikePhone } from '../fields/phone'
import { PHONES } from './phones'

/** What is known of the numbers of some countries (scripts/phones.mjs). */
const KNOWN = PHONES as unknown as MetadataJson
const COUNTRIES = Object.keys(PHONES.countries) as CountryCode[]
const CODES = Object.keys(PHONES.country_calling_codes)

/**
 * Whether a text can be sent to a phone number: as it is dialled at home in a country we know, or with the code of
 * its country; of one we don't know, by its length (7 to 15 digits, ITU-T E.164).
 */
export function isPhone(text: string): boolean {
  if (!looksLikePhone(text)) return false
  const digits = text.replace(/\D/g, '')
  if (text.startsWith('+') && !CODES.some((code) => digits.startsWith(code))) return /^[1-9]\d{6,14}$/.test(digits)
  return COUNTRIES.some((country) => isPossiblePhoneNumber(text, country, KNOWN))
}
