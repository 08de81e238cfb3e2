import type { Condition, Party, valueFormats } from '~~/core/document/model'
import type { FieldSpec } from '~~/core/document/field'
import { type MergeContext, formatValue } from '~~/core/merge/merge'

/** What things on the sheet are called. One sheet is open at a time; it says what it knows before it is drawn. */
interface Known {
  context: MergeContext | null
  parties: readonly Party[]
  numbers: Readonly<Record<string, string>>
  clauses: readonly { id: string; name: string }[]
}
const known: Known = { context: null, parties: [], numbers: {}, clauses: [] }
export const know = (more: Partial<Known>): Known => Object.assign(known, more)

/** Values of a list's items: they exist only where something is repeated. */
export const ITEM_VALUES: Record<string, { path: string; label: string }[]> = {
  lines: [
    { path: 'item.description', label: 'Line: what' },
    { path: 'item.quantity', label: 'Line: quantity' },
    { path: 'item.unit', label: 'Line: unit' },
  ],
  days: [
    { path: 'item.starts', label: 'Day of the job: begins' },
    { path: 'item.ends', label: 'Day of the job: ends' },
  ],
  guests: [
    { path: 'item.name', label: 'Guest of the list: name' },
    { path: 'item.email', label: 'Guest of the list: e-mail' },
  ],
  stages: [
    { path: 'item.label', label: 'Payment: what for' },
    { path: 'item.amount', label: 'Payment: amount' },
    { path: 'item.due', label: 'Payment: due' },
  ],
  calledOff: [
    { path: 'item.from', label: 'Called off: from so many days before' },
    { path: 'item.to', label: 'Called off: to so many days before' },
    { path: 'item.kept', label: 'Called off: what is kept' },
  ],
}

export const LISTS: Record<string, string> = {
  lines: 'priced line',
  days: 'day',
  guests: 'guest',
  stages: 'payment',
  calledOff: 'step of calling off',
}

export function labelOf(path: string): string {
  const item = Object.values(ITEM_VALUES)
    .flat()
    .find((v) => v.path === path)
  return item?.label ?? known.context?.values[path]?.label ?? path
}

const FROM: Record<string, string> = {
  job: 'from the job',
  contact: 'from the person',
  business: 'from the business',
  plan: 'from the job’s payment plan',
  paper: 'a value of this paper alone',
}

/** Whose value it is. */
export function sourceWords(path: string): string {
  if (path.startsWith('item.')) return `${labelOf(path)}, from the list this is repeated for`
  const source = known.context?.values[path]?.source
  return source ? `${labelOf(path)}, ${FROM[source.record]}` : `No record has “${path}”.`
}

/** A value as it would print for the job the sheet is shown with; its name in brackets where the job has none. */
export function valueWords(
  path: string,
  format: string | null,
  fallback: string | null,
): { text: string; missing: boolean } {
  const v = known.context?.values[path]
  const text = v && v.value !== null && v.value !== '' ? formatValue(v, format ?? undefined, known.context!) : ''
  if (text) return { text, missing: false }
  if (fallback) return { text: fallback, missing: false }
  return { text: labelOf(path).toLowerCase(), missing: !v && !path.startsWith('item.') }
}

export const FORMATS: Record<(typeof valueFormats)[number], string> = {
  plain: 'as it is',
  upper: 'IN CAPITALS',
  long: '12 June 2026',
  short: 'Fri 12 June 2026',
  dmy: '12/06/2026',
  mdy: '06/12/2026',
  iso: '2026-06-12',
  amount: 'an amount',
  number: 'a number',
  words: 'in words',
}

/** The formats that make sense for a value. */
export function formatsFor(path: string): (keyof typeof FORMATS)[] {
  const type = known.context?.values[path]?.type
  if (type === 'day' || type === 'local') return ['plain', 'long', 'short', 'dmy', 'mdy', 'iso']
  if (type === 'amount' || type === 'number') return ['plain', 'words']
  return ['plain', 'upper']
}

export const FIELD_WORDS: Record<FieldSpec['type'], string> = {
  signature: 'signature',
  initials: 'initials',
  name: 'full name',
  'job-title': 'job title',
  organisation: 'organisation',
  email: 'e-mail',
  date: 'day of signing',
  day: 'date',
  text: 'text',
  number: 'number',
  choice: 'one choice',
  choices: 'several choices',
  tick: 'tick',
  attachment: 'attachment',
  take: 'take or leave',
  quantity: 'quantity',
  'agreed-total': 'agreed total',
}

export const partyNumber = (key: string): number => known.parties.findIndex((p) => p.key === key) + 1
export const partyLabel = (key: string): string =>
  known.parties.find((p) => p.key === key)?.label ?? `nobody (“${key}”)`
export const fieldWords = (f: FieldSpec): string => {
  const what = FIELD_WORDS[f.type]
  const label = f.label.toLowerCase() === what ? '' : `, “${f.label}”`
  return `${partyNumber(f.party) || '?'} ${what}${label}`
}

const IS: Record<Condition['is'], string> = {
  set: 'is given',
  unset: 'is not given',
  above: 'is above',
  below: 'is below',
}

export const conditionWords = (c: Condition): string =>
  `only when ${labelOf(c.path)} ${IS[c.is]}${c.is === 'above' || c.is === 'below' ? ` ${c.than ?? 0}` : ''}`
/** What begins with a section, in words. */
export function sectionWords({
  goesOn,
  columns,
  from,
}: {
  goesOn?: unknown
  columns?: unknown
  from?: unknown
}): string {
  const count = Number(columns ?? 1)
  return [
    `From here${goesOn ? '' : ', on a new page,'} text runs in ${count === 1 ? 'one column' : `${count} columns`}`,
    ...(from === null || from === undefined ? [] : [`pages count from ${String(from)}`]),
  ].join('; ')
}
export const refWords = (to: string): string => known.numbers[to]?.replace(/\.$/, '') ?? '?'
export const clauseName = (id: string): string =>
  known.clauses.find((c) => c.id === id)?.name ?? 'a clause that is gone'
