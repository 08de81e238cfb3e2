import type { Right } from '../../core/members/rights'

export interface Place {
  label: string
  detail: string
  to: string
  /** Other words it is looked for by. */
  words?: string
  /** The right it takes. */
  may?: Right
}
/** Where one can go, and what can be begun, by what it does. */
export const PLACES: Place[] = [
  {
    label: 'New job',
    detail: 'from an enquiry, or field by field',
    to: '/jobs/new',
    may: 'jobs',
    words: 'enquiry add',
  },
  { label: 'Today', detail: 'whose move is it', to: '/' },
  { label: 'Jobs', detail: 'all of them, by day', to: '/jobs' },
  { label: 'Papers', detail: 'found by the words inside', to: '/papers' },
  { label: 'Money', detail: 'what is due', to: '/money', may: 'money', words: 'invoices payments' },
  {
    label: 'Front desk',
    detail: 'who comes today, signed on the spot',
    to: '/desk',
    may: 'desk',
    words: 'arrivals guests visits waivers scan',
  },
  { label: 'People', detail: 'clients, guests, suppliers', to: '/people', words: 'contacts' },
  { label: 'Templates', detail: 'papers to make papers from', to: '/library', words: 'library' },
  { label: 'Clauses', detail: 'of the library', to: '/library?at=clauses' },
  {
    label: 'What we sell',
    detail: 'priced items',
    to: '/settings/items',
    may: 'settings',
    words: 'settings priced items catalogue prices',
  },
  {
    label: 'What kinds of job we do',
    detail: 'usual papers, facts and payments',
    to: '/settings/kinds',
    may: 'settings',
    words: 'settings job kinds payment plan deposit',
  },
  {
    label: 'What holds for all rounds',
    detail: 'quiet hours, checks, how numbers are written, thanks',
    to: '/settings/rounds',
    may: 'settings',
    words: 'settings reminders thanks numbers',
  },
  {
    label: 'How our front desk works',
    detail: 'what is kept of a scan, badges for guests',
    to: '/settings/desk',
    may: 'settings',
    words: 'settings desk scan id document passport keep birth badge visitors',
  },
  {
    label: 'Who we are',
    detail: 'name, address, tax number, account',
    to: '/settings/business',
    may: 'settings',
    words: 'settings legal name address vat number iban bank',
  },
  {
    label: 'How we price',
    detail: 'tax inside or on top, rates, sheets',
    to: '/settings/money',
    may: 'settings',
    words: 'settings vat tax rates currency paper size a4 letter time zone country language',
  },
  {
    label: 'Who works here',
    detail: 'members and what each may do',
    to: '/settings/members',
    may: 'members',
    words: 'settings staff team invite roles rights users',
  },
  {
    label: 'How our letters go out',
    detail: 'the mail server',
    to: '/settings/mail',
    may: 'settings',
    words: 'settings smtp e-mail sender',
  },
  {
    label: 'What we begin with',
    detail: 'job kinds, papers and items as a file',
    to: '/settings/sets',
    may: 'settings',
    words: 'settings export import starter json',
  },
  {
    label: 'What we look like',
    detail: 'logo, two colours, words under mails',
    to: '/settings/look',
    may: 'settings',
    words: 'settings logo colour color brand footer letterhead',
  },
  {
    label: 'How our texts go out',
    detail: 'the service that takes them',
    to: '/settings/texts',
    may: 'settings',
    words: 'settings sms messenger gateway phone',
  },
  {
    label: 'What our letters say',
    detail: 'every letter, in any language',
    to: '/settings/letters',
    may: 'settings',
    words: 'settings mails wording reminder receipt template',
  },
  {
    label: 'Who vouches for our times',
    detail: 'time stamps on sealed copies',
    to: '/settings/times',
    may: 'settings',
    words: 'settings authority clock tsa rfc 3161',
  },
  {
    label: 'What goes out, and does it',
    detail: 'letters, texts, cards, files: how each stands',
    to: '/settings/ways',
    may: 'settings',
    words: 'settings gateways state errors storage card service time stamps',
  },
  {
    label: 'What is kept, and how long',
    detail: 'backups, sealed papers, everything as a file',
    to: '/settings/kept',
    may: 'settings',
    words: 'settings backup restore archive retention',
  },
  {
    label: 'Bring people in',
    detail: 'from a table or cards',
    to: '/bring-people',
    may: 'jobs',
    words: 'import contacts csv vcard export',
  },
  {
    label: 'Bring jobs in',
    detail: 'from a table or a calendar',
    to: '/bring-jobs',
    may: 'jobs',
    words: 'import jobs csv ics icalendar',
  },
  {
    label: 'Bring items in',
    detail: 'from a table',
    to: '/bring-items',
    may: 'settings',
    words: 'import priced items csv catalogue export',
  },
  {
    label: 'What am I told?',
    detail: 'notices by mail, text, in a daily letter',
    to: '/settings/notices',
    words: 'settings notifications alerts messages digest',
  },
  {
    label: 'How I sign in',
    detail: 'password, authenticator, keys, PIN',
    to: '/settings/me',
    words: 'settings account security two-factor passkey',
  },
  { label: 'Calendar', detail: 'jobs on their days', to: '/jobs/calendar', words: 'month week day schedule' },
  { label: 'Notices', detail: 'what I was told of', to: '/notices', words: 'alerts news' },
  {
    label: 'Everything that happened',
    detail: 'by person, kind, job',
    to: '/timeline',
    words: 'timeline history activity log',
  },
  { label: 'Bring in a file', detail: 'a finished PDF or DOCX', to: '/bring', words: 'upload scan' },
  { label: 'Doors', detail: 'who is signed in where', to: '/account', words: 'account password sessions security' },
  { label: 'Post room', detail: 'messages that went out', to: '/post', words: 'mail e-mail text sent' },
  { label: 'Check a sealed copy', detail: 'what is proven, and whether it was changed', to: '/check', words: 'verify' },
]
