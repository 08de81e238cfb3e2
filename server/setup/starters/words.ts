import type { CountryCode } from '../../../core/country/presets'

/** The languages starter sets are written in. */
export const starterLanguages = ['en', 'de'] as const
export type StarterLanguage = (typeof starterLanguages)[number]
/** The same thing said in each of them. */
export type Said = Record<StarterLanguage, string>

/** What every set has in common. */
export const COMMON = {
  quote: { en: 'Quote', de: 'Angebot' },
  before: { en: 'Before the job', de: 'Vor dem Auftrag' },
  agreements: { en: 'Agreements', de: 'Vereinbarungen' },
  onTheDay: { en: 'On the day', de: 'Am Tag' },
  client: { en: 'Client', de: 'Kunde' },
  business: { en: 'Business', de: 'Betrieb' },
  guest: { en: 'Guest', de: 'Gast' },
  guardian: { en: 'Guardian', de: 'Sorgeberechtigt' },
  deposit: { en: 'Deposit', de: 'Anzahlung' },
  balance: { en: 'Balance', de: 'Restbetrag' },
  page: { en: ' · page ', de: ' · Seite ' },
  of: { en: ' of ', de: ' von ' },
  signature: { en: 'Signature', de: 'Unterschrift' },
  fullName: { en: 'Full name', de: 'Vor- und Nachname' },
  signedOn: { en: 'Date of signing', de: 'Datum der Unterschrift' },
  name: { en: 'Name ', de: 'Name ' },
  date: { en: 'Date ', de: 'Datum ' },
  forClient: { en: 'For the client', de: 'Für den Kunden' },
  forBusiness: { en: 'For {business.legalName}', de: 'Für {business.legalName}' },
} satisfies Record<string, Said>

/** Sentences of an offer. */
export const OFFER = {
  title: { en: 'Quote for {job.title}', de: 'Angebot: {job.title}' },
  for: { en: 'For *{client.name}*, from {business.name}.', de: 'Für *{client.name}*, von {business.name}.' },
  thanks: {
    en: 'Thank you for asking us. This is what we would do on {job.starts}.',
    de: 'Vielen Dank für Ihre Anfrage. Das würden wir am {job.starts} für Sie tun.',
  },
  costs: { en: 'What it would cost', de: 'Was es kosten würde' },
  choose: {
    en: 'Lines with a box are yours to take or leave; the total follows what you choose.',
    de: 'Zeilen mit einem Kästchen können Sie nehmen oder lassen; die Summe folgt Ihrer Wahl.',
  },
  paid: { en: 'When it would be paid', de: 'Wann es zu zahlen wäre' },
  know: { en: 'Good to know', de: 'Gut zu wissen' },
  holds: {
    en: 'The price holds until the deadline in our message.',
    de: 'Der Preis gilt bis zu dem Tag, der in unserer Nachricht steht.',
  },
  follows: {
    en: 'Accepting this settles what is done and what it costs. The agreement with the terms follows, and your day is reserved when it is signed.',
    de: 'Mit der Annahme steht fest, was getan wird und was es kostet. Die Vereinbarung folgt; Ihr Termin ist reserviert, sobald sie unterschrieben ist.',
  },
  acceptance: { en: 'Your acceptance', de: 'Ihre Annahme' },
  accept: {
    en: 'I accept this quote with the choices marked above.',
    de: 'Ich nehme dieses Angebot mit der oben markierten Auswahl an.',
  },
} satisfies Record<string, Said>

/** Clauses that any agreement needs, whatever it is about. */
export const TERMS = {
  between: {
    en: 'between *{business.legalName}*, {business.address} (“we”), and *{client.name}* (“you”), for {job.title}.',
    de: 'zwischen *{business.legalName}*, {business.address} („wir“), und *{client.name}* („Sie“), für {job.title}.',
  },
  what: { en: 'What is agreed', de: 'Was vereinbart ist' },
  when: {
    en: 'It takes place from {job.starts|short} to {job.ends|short|the time we agree} at {job.place}.',
    de: 'Es findet statt vom {job.starts|short} bis {job.ends|short|zur vereinbarten Zeit}, Ort: {job.place}.',
  },
  listed: { en: 'We provide what is listed here.', de: 'Wir leisten, was hier aufgeführt ist.' },
  writing: {
    en: 'Everything agreed between us is in this paper and the accepted quote. A change counts when both of us have agreed to it in writing.',
    de: 'Alles Vereinbarte steht in diesem Papier und im angenommenen Angebot. Eine Änderung gilt, wenn beide ihr in Textform zugestimmt haben.',
  },
  money: { en: 'Money', de: 'Zahlung' },
  whole: {
    en: 'The whole costs {money.total}, of which {money.tax} is tax. It is paid like this:',
    de: 'Der Gesamtpreis beträgt {money.total}, darin {money.tax} Umsatzsteuer. Er wird so bezahlt:',
  },
  reserved: {
    en: 'Your day is reserved once this paper is signed by both of us and the deposit of {money.deposit|amount|the first stage} has reached us.',
    de: 'Ihr Termin ist reserviert, sobald beide unterschrieben haben und die Anzahlung von {money.deposit|amount|der ersten Rate} bei uns eingegangen ist.',
  },
  late: {
    en: 'If a sum is late we remind you once. Interest on late sums is the statutory rate, and nothing on top of it.',
    de: 'Ist ein Betrag überfällig, erinnern wir einmal. Verzugszinsen richten sich nach dem Gesetz; mehr verlangen wir nicht.',
  },
  bank: {
    en: 'You may pay by card through the link we send, where we offer it, or by bank to {business.bank|plain|the account on the invoice}.',
    de: 'Sie können per Karte über unseren Link zahlen, wo wir das anbieten, oder per Überweisung an {business.bank|plain|das Konto auf der Rechnung}.',
  },
  off: { en: 'If it is called off', de: 'Wenn abgesagt wird' },
  early: {
    en: 'Up to 30 days before, you may call it off and get back all you have paid.',
    de: 'Bis 30 Tage vorher können Sie absagen und erhalten alles Gezahlte zurück.',
  },
  lateOff: {
    en: 'Later we keep the deposit; in the last 7 days we keep half of the price, less what we save or earn elsewhere.',
    de: 'Danach behalten wir die Anzahlung; in den letzten 7 Tagen die Hälfte des Preises, abzüglich dessen, was wir ersparen oder anderweitig einnehmen.',
  },
  weOff: {
    en: 'If we have to call it off, you get back all you have paid at once, and we help you find somebody else.',
    de: 'Müssen wir absagen, erhalten Sie alles Gezahlte sofort zurück, und wir helfen Ihnen, Ersatz zu finden.',
  },
  care: { en: 'What each of us answers for', de: 'Wofür wir einstehen' },
  liable: {
    en: 'We answer for what we do on purpose or carelessly, without limit for injury and for what the law doesn’t let us limit.',
    de: 'Wir haften für Vorsatz und Fahrlässigkeit, unbeschränkt bei Verletzung von Leben, Körper und Gesundheit und wo das Gesetz keine Beschränkung zulässt.',
  },
  data: { en: 'Your details', de: 'Ihre Daten' },
  kept: {
    en: 'We keep your details for this job and as long as the law asks us to keep accounts, and give them to nobody who doesn’t need them for it.',
    de: 'Wir bewahren Ihre Daten für diesen Auftrag und so lange auf, wie das Gesetz es für die Buchführung verlangt, und geben sie niemandem, der sie dafür nicht braucht.',
  },
  disagree: { en: 'If we disagree', de: 'Wenn wir uns nicht einig sind' },
  write: {
    en: 'Write to {business.email} first; we answer within five working days. The law of the place where we are at home applies, and the protection of your own country’s law for consumers stays with you.',
    de: 'Schreiben Sie zuerst an {business.email}; wir antworten innerhalb von fünf Werktagen. Es gilt das Recht unseres Sitzes; der Verbraucherschutz Ihres Landes bleibt Ihnen erhalten.',
  },
  sign: { en: 'Signatures', de: 'Unterschriften' },
} satisfies Record<string, Said>

/** What a set is written for. */
export interface StarterFor {
  language: StarterLanguage
  country: CountryCode
  /** The usual tax rate of a line, in percent. */
  taxRate: string
  pricesIncludeTax: boolean
}
