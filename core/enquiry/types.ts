import type { Day } from '../calendar/dates'
import type { CountryCode } from 'libphonenumber-js/core'
import type { FactRule } from '../facts/facts'

/** A longer text is read as far as this. */
export const ENQUIRY_MAX = 20_000

/** The languages an enquiry is read in. */
export type EnquiryLanguage = 'en' | 'de' | 'fr' | 'es'

/** A stretch of the text, in UTF-16 units. */
export interface Span {
  from: number
  to: number
}

/**
 * What was read of one thing: its value and where it stands. Where it can be read in several ways, `value` is null and `or`
 * has the ways to choose from. Nothing said: `value` null and `or` empty.
 */
export interface Read<T> {
  value: T | null
  at: Span[]
  or: T[]
}

export interface KnownKind {
  id: string
  name: string
  facts: readonly FactRule[]
}
export interface KnownItem {
  id: string
  description: string
  unit: string
  unitPrice: number
}
export interface KnownContact {
  id: string
  name: string
  email: string
  phone: string
}
/** What the business is and has, that an enquiry is read against. */
export interface Known {
  /** The business's day. */
  today: Day
  /** Its own addresses, which are nobody's who writes to it. */
  own: readonly string[]
  locale: string
  country: CountryCode
  kinds: readonly KnownKind[]
  items: readonly KnownItem[]
  contacts: readonly KnownContact[]
}

export interface ReadItem {
  id: string
  quantity: number
  at: Span[]
}

/** What an enquiry says. */
export interface Enquiry {
  language: EnquiryLanguage
  /** What of the text is older mail or the foot of the message; neither is read for what is wanted. */
  folded: Span[]
  name: Read<string>
  organisation: Read<string>
  email: Read<string>
  phone: Read<string>
  /** The contact it is from, by their address, number or full name. */
  known: string | null
  /** A day, with a time where one is said: `2027-06-12` or `2027-06-12T16:00`. */
  starts: Read<string>
  ends: Read<string>
  place: Read<string>
  people: Read<number>
  /** How many of them are children. */
  children: Read<number>
  kind: Read<string>
  items: ReadItem[]
  /** As a decimal string with a point. */
  budget: Read<string>
  facts: Record<string, Read<string>>
}

export const NOTHING: Read<never> = { value: null, at: [], or: [] }
export const said = <T>(value: T, ...at: Span[]): Read<T> => ({ value, at, or: [] })
/** A stretch without whatever else is known of it. */
export const plain = ({ from, to }: Span): Span => ({ from, to })
