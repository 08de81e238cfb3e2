import { isMail } from '../fields/mail'
import { EMAIL, FIRST, LAST, NAME, PHONE } from '../lists/read'
import { isDay } from '../calendar/dates'
import { readDay } from '../calendar/typed'
import {
  type Encoding,
  type Names,
  type Table,
  MOST_ROWS,
  cellsOf,
  encodingOf,
  guessColumns,
  readTable,
  textOf,
} from '../tables/table'
import type { Person } from './person'
import { fromVcards } from './vcard'

/** What a column can stand for. */
export const columnMeans = [
  'name',
  'first',
  'last',
  'organisation',
  'email',
  'phone',
  'street',
  'postcode',
  'town',
  'country',
  'address',
  'born',
  'nothing',
] as const
export type ColumnMeans = (typeof columnMeans)[number]

/** A file as it was read: a table with heads and rows, or people as cards name them. */
export type PeopleFile = Table | { of: 'vcard'; encoding: Encoding; people: Person[]; left: number }

const PEOPLE_NAMES: Names<ColumnMeans> = [
  ['name', NAME],
  ['first', FIRST],
  ['last', LAST],
  ['organisation', ['company', 'organisation', 'organization', 'firma', 'société', 'empresa', 'azienda', 'bedrijf']],
  ['email', EMAIL],
  ['phone', [...PHONE, 'mobil', 'handy', 'móvil', 'cell', 'phone number']],
  ['street', ['street', 'straße', 'strasse', 'rue', 'calle', 'via', 'address line 1', 'street address']],
  ['postcode', ['postcode', 'zip', 'zip code', 'postal code', 'plz', 'postleitzahl', 'code postal', 'cap']],
  ['town', ['town', 'city', 'ort', 'stadt', 'ville', 'ciudad', 'città', 'plaats']],
  ['country', ['country', 'land', 'pays', 'país', 'paese']],
  ['address', ['address', 'adresse', 'anschrift', 'dirección', 'indirizzo', 'adres']],
  ['born', ['date of birth', 'born', 'birthday', 'geburtsdatum', 'geburtstag', 'dob']],
]

/** What each column of a table of people likely stands for. */
export const guessPeople = (heads: readonly string[]): ColumnMeans[] => guessColumns(heads, PEOPLE_NAMES)

/** Reads a file of people: cards (RFC 2426, RFC 6350), or a table. Throws with what is wrong. */
export function readPeople(bytes: Uint8Array, as?: Encoding): PeopleFile {
  const encoding = as ?? encodingOf(bytes)
  const text = textOf(bytes, encoding)
  return /^\s*BEGIN:VCARD/i.test(text)
    ? { of: 'vcard', encoding, ...fromVcards(text, MOST_ROWS) }
    : readTable(text, encoding, 'people')
}

const MOST: Record<'name' | 'email' | 'phone' | 'address', number> = { name: 200, email: 320, phone: 40, address: 500 }

/** A day as it stands in a table of somebody who writes as `locale` says. */
const bornOn = (text: string, locale: string, today: string): string | null =>
  isDay(text) ? text : readDay(text, { today, locale, jobDay: null })

/** Somebody of one row of a table, as its columns say. */
export function personOf(
  row: readonly string[],
  means: readonly ColumnMeans[],
  { locale, today }: { locale: string; today: string },
): Person {
  const of = cellsOf<ColumnMeans>(row, means)
  const own = of('name') || [of('first'), of('last')].filter(Boolean).join(' ')
  const organisation = of('organisation')
  const place = [of('postcode'), of('town')].filter(Boolean).join(' ')
  const born = of('born')
  return {
    name: (own || organisation).slice(0, MOST.name),
    email: of('email').toLowerCase().slice(0, MOST.email),
    phone: of('phone').slice(0, MOST.phone),
    address: (of('address') || [of('street'), place, of('country')].filter(Boolean).join('\n')).slice(0, MOST.address),
    kind: own ? 'person' : organisation ? 'organisation' : 'person',
    born: born ? bornOn(born, locale, today) : null,
  }
}

/** Why somebody can't be brought in; null where they can. */
export function refusePerson(p: Person): string | null {
  if (!p.name) return 'has no name'
  if (/\uFFFD/.test(p.name + p.address)) return 'has letters that were lost: choose another encoding'
  if (p.email && !isMail(p.email)) return `“${p.email.slice(0, 60)}” is no e-mail address`
  return null
}
