import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { type CountryCode, presetOf } from '../../../../core/country/presets'
import { type Look, PLAIN_LOOK } from '../../../../core/look/look'
import { PLAIN_NUMBERS, PLAIN_CREDIT_NUMBERS, PLAIN_QUOTE_NUMBERS } from '../../../../core/invoices/numbers'
import type { Right, Role } from '../../../../core/members/rights'
import type { NoticeChoices } from '../../../../core/notices/notices'
import type { TextKind } from '../../../../core/text/request'
import type { Language } from '../../../../core/text/language'
import type { QuietHours } from '../../../../core/rounds/times'
import type { DeskSettings } from '../../../../shared/desk'
import type { Heard } from '../../../../shared/rounds'
import type { SignatureMark } from '../../../../shared/signing'
import { at, id, json } from './columns'

export interface BusinessSettings {
  /** Members of these roles don’t send by themselves: somebody else of the business checks it first. */
  checked: Role[]
  quiet: QuietHours
  /** The words somebody reads when they have signed; empty for none. */
  thanks: string
  /** What owners are told by mail, too. */
  byMail: Heard[]
  /** How numbers are typed and days written where the business is, as a BCP 47 tag. */
  locale: string
  /** The tax rate of a line of one's own, in percent. */
  taxRate: string
  /** Where the business is at home, as ISO 3166-1; what it began with came from there. */
  country: CountryCode
  /** Whether prices are told with their tax inside. */
  pricesIncludeTax: boolean
  /** The rates that are offered for a line, in percent, the usual one first, and what each is. */
  taxRates: { rate: string; words: string }[]
  /** 1 for Monday to 7 for Sunday. */
  weekStart: 1 | 7
  /** The sheets papers are laid out on. */
  paper: 'A4' | 'Letter'
  /** What papers and letters are written in where nobody says otherwise. */
  language: Language
  /** What was put away of the first steps, or `all` of them. */
  stepsAway: string[]
  /** Days a balance may be paid within where its stage's day is over, and what stands under an invoice. */
  terms: { days: number; words: string }
  /** How many days after something was due its client is reminded by itself, rising; none for never. */
  lateSteps: number[]
  /** How invoices are numbered (core/invoices/numbers.ts). */
  invoiceNumbers: string
  /** How quotes are. */
  quoteNumbers: string
  creditNumbers: string
  /** How the business looks on papers, in mails and on its signers’ pages. */
  look: Look
  /** How mail goes out, where it was set here: everything but the password in clear. */
  mail: MailSettings | null
  /** Where letters come back to, its password encrypted; null where none is set. */
  mailbox: { host: string; port: number; user: string; password: string } | null
  /** Whom letters about papers and about money are from, where it isn’t the business as such. */
  senders: Record<'papers' | 'money', { name: string; email: string } | null>
  /** How texts go out; null where none do. */
  texts: TextSettings | null
  /** The authority sealed copies get their time stamps from; null where none is set. */
  times: { url: string } | null
  /** How many years sealed papers are kept; null for ever. */
  keepYears: number | null
  /** The last month that takes nothing in any more, `YYYY-MM`. */
  closedTo: string | null
  /** The bookkeeper's own numbers of accounts, by account. */
  accountNumbers: Record<string, string>
  /** Whether everything is backed up each night. */
  nightly: boolean
  /** How the front desk works: what is kept of a document that was scanned, and whether guests get a badge. */
  desk: DeskSettings
}
/** A service that takes texts by a request of its own making; its headers are encrypted at rest. */
export interface TextSettings {
  url: string
  kind: TextKind
  body: string
  /** Encrypted by the secret of the installation; empty for none. */
  headers: string
  from: string
}
/** An SMTP submission server (RFC 6409); its password is encrypted at rest. */
export interface MailSettings {
  host: string
  port: number
  user: string
  /** Encrypted by the secret of the installation; empty for none. */
  password: string
  /** Who letters are from. */
  from: string
}

export const BUSINESS_SETTINGS: BusinessSettings = {
  checked: [],
  quiet: { from: '20:00', to: '08:00' },
  thanks: '',
  byMail: ['accepted', 'declined', 'money'],
  locale: 'en-GB',
  taxRate: '20',
  country: 'GB',
  pricesIncludeTax: false,
  taxRates: [...presetOf('GB').tax.rates],
  weekStart: 1,
  paper: 'A4',
  language: 'en',
  stepsAway: ['all'],
  terms: { days: 0, words: '' },
  lateSteps: [],
  invoiceNumbers: PLAIN_NUMBERS,
  quoteNumbers: PLAIN_QUOTE_NUMBERS,
  creditNumbers: PLAIN_CREDIT_NUMBERS,
  look: PLAIN_LOOK,
  mail: null,
  mailbox: null,
  senders: { papers: null, money: null },
  texts: null,
  times: null,
  closedTo: null,
  accountNumbers: {},
  nightly: true,
  keepYears: null,
  desk: { keeps: ['born'], badges: false },
}

/** What the column was made with; whatever came later is filled in when it is read. */
const FIRST_SETTINGS = {
  checked: [],
  quiet: { from: '20:00', to: '08:00' },
  thanks: '',
} as Partial<BusinessSettings> as BusinessSettings

/** The one business this Upwold serves. */
export const business = sqliteTable('business', {
  id: id(),
  name: text('name').notNull(),
  legalName: text('legal_name').notNull(),
  address: text('address').notNull(),
  email: text('email').notNull(),
  phone: text('phone').notNull(),
  timeZone: text('time_zone').notNull(),
  currency: text('currency').notNull(),
  taxNumber: text('tax_number').notNull(),
  /** The register the business stands in, and its number there; empty for none. */
  register: text('register').notNull().default(''),
  bank: text('bank').notNull(),
  settings: json<BusinessSettings>('settings').notNull().default(FIRST_SETTINGS),
})

export const members = sqliteTable('members', {
  id: id(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  role: text('role').$type<Role>().notNull(),
  /** What they may do instead of what their role says; null for just that. */
  may: json<Right[] | null>('may'),
  passwordHash: text('password_hash').notNull(),
  pinHash: text('pin_hash').notNull(),
  createdAt: at('created_at').notNull(),
  /** Their signature and initials as kept for next time. */
  signature: json<SignatureMark | null>('signature'),
  initials: json<SignatureMark | null>('initials'),
  /** What their authenticator makes codes from, encrypted; empty for none. The last step whose code was taken: each opens once (RFC 6238, 5.2). */
  otpSecret: text('otp_secret').notNull().default(''),
  otpStep: integer('otp_step').notNull().default(0),
  /** Codes for when the authenticator is lost, hashed; each opens once. */
  spareCodes: json<string[]>('spare_codes').notNull().default([]),
  /** What they are told of and how, where they chose; and the number they are texted at. */
  notices: json<NoticeChoices | null>('notices'),
  phone: text('phone').notNull().default(''),
  /** When they left; what they did stays theirs by name. */
  removedAt: at('removed_at'),
})

/** Keys of members' own devices (WebAuthn). */
export const passkeys = sqliteTable(
  'passkeys',
  {
    /** The credential's id, as the authenticator gave it, in base64url. */
    id: text('id').primaryKey(),
    memberId: text('member_id')
      .notNull()
      .references(() => members.id),
    publicKey: text('public_key').notNull(),
    counter: integer('counter').notNull(),
    transports: json<string[]>('transports').notNull(),
    name: text('name').notNull(),
    createdAt: at('created_at').notNull(),
    usedAt: at('used_at'),
  },
  (t) => [index('passkeys_by_member').on(t.memberId)],
)

/** What an authenticator is asked to sign: each is good once, for a few minutes. */
export const challenges = sqliteTable('challenges', {
  challenge: text('challenge').primaryKey(),
  /** Who adds a key with it; null where somebody signs in. */
  memberId: text('member_id').references(() => members.id),
  until: at('until').notNull(),
})

/** Ways in for members by a link: an invitation, or a new password. Only the hash is kept; each opens once, for a while. */
export const doorKeys = sqliteTable('door_keys', {
  tokenHash: text('token_hash').primaryKey(),
  memberId: text('member_id')
    .notNull()
    .references(() => members.id),
  purpose: text('purpose').$type<'invited' | 'forgotten'>().notNull(),
  until: at('until').notNull(),
})

/** What the throttle has counted, by what is limited and for whom (server/platform/throttle.ts). */
export const attempts = sqliteTable('attempts', {
  key: text('key').primaryKey(),
  count: integer('count').notNull(),
  until: at('until').notNull(),
})

export const counters = sqliteTable('counters', { key: text('key').primaryKey(), value: integer('value').notNull() })

/** The business's sealing keys, newest in use; the private key is kept encrypted. */
export const sealingKeys = sqliteTable('sealing_keys', {
  id: id(),
  encrypted: text('encrypted').notNull(),
  certificate: text('certificate').notNull(),
  createdAt: at('created_at').notNull(),
})
