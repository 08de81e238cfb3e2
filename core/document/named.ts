/** The value a label names, most telling words first; null where none of the known ones is meant. */
export function valueNamed(label: string, known: ReadonlySet<string>): string | null {
  const said = squeeze(label)
  return HINTS.find(([pattern, path]) => known.has(path) && pattern.test(said))?.[1] ?? null
}

/** Words alone, in small letters. */
export const squeeze = (s: string) =>
  s
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
/** Words that say which value is meant, most telling first. */
const HINTS: [RegExp, string][] = [
  [
    /\b(client|customer|hirer|your) (full )?name\b|^(client|customer|hirer|name of (the )?(client|hirer))$/,
    'client.name',
  ],
  [/\b(client|customer|hirer|your) (e ?mail)( address)?\b/, 'client.email'],
  [/\b(client|customer|hirer|your) (tele)?phone( number)?\b/, 'client.phone'],
  [/\b(client|customer|hirer|your) address\b/, 'client.address'],
  [/\b(guest|bather|participant)( s)?( full)? name\b|^(guest|bather|participant)$/, 'guest.name'],
  [/\b(company|business|supplier|our) name\b|^(company|supplier|business)$/, 'business.legalName'],
  [/\b(company|business|our) address\b/, 'business.address'],
  [/\b(venue|place|location|site|event address)\b/, 'job.place'],
  [/\b(event|hire|start|job) date\b|^date of (the )?(event|hire)$|^from$/, 'job.starts'],
  [/\b(end|return|collection) date\b|^(to|until)$/, 'job.ends'],
  [/\b(number of (guests|people|participants)|guests|how many people)\b/, 'job.people'],
  [/\b(total|price|fee|amount)( payable| due)?$/, 'money.total'],
  [/\bdeposit( of)?$/, 'money.deposit'],
  [/\bbalance( of)?$/, 'money.balance'],
  [/\b(event|title|job)( name)?$/, 'job.title'],
]
