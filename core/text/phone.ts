import { type CountryCode, isPossiblePhoneNumber } from 'libphonenumber-js/min'

/** Where a number may be from that is written without its country. */
const NATIONAL: CountryCode[] = [
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
]

/** Whether a phone number can be what it is meant for: with its country's code, or as it is dialled at home (ITU-T E.164). */
export const isPhone = (text: string): boolean =>
  /^\+?[\d\s()./-]+$/.test(text) && NATIONAL.some((country) => isPossiblePhoneNumber(text, country))
