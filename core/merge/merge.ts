import { formatDay, formatDayLong } from '../calendar/dates'
import { dayInWords, isEnglish, localeOf } from '../calendar/locale'
import type { Block, Condition, Inline, PaperDocument, ValueSource } from '../document/model'
import { mapBlocks, mapDocument, mapHeads } from '../document/walk'
import { type Minor, formatMoney, isDecimal } from '../money/money'
import { typedDecimal } from '../money/typed'
import { fill } from '../text/fill'
import type { Language } from '../text/language'
import { tableSays } from './table-words'
import { amountInWords, numberInWords } from './words'

/** One value a paper may take from the record. `null` means it isn't given: a gap. */
export interface MergeValue {
  value: string | number | boolean | null
  type: 'text' | 'number' | 'day' | 'local' | 'amount'
  label: string
  source: ValueSource
  /** May be left empty: then it prints nothing and is no gap. */
  optional?: boolean
  /** What a number is counted in. */
  unit?: string
  /** What it says in a language, where that is more than a format. */
  says?: Partial<Record<Language, string>>
}

export interface MergeContext {
  values: Readonly<Record<string, MergeValue>>
  /** Lists by name; inside a repeated block an item's values stand under `item.`. */
  lists: Readonly<Record<string, readonly Readonly<Record<string, MergeValue>>[]>>
  currency: string
  /** The sheets the business prints on; A4 where it isn't said. */
  paper?: PaperDocument['paper']
  letterhead?: PaperDocument['letterhead']
}

/** A value the paper needs and the record doesn't have; `unknown` when no such value exists at all. */
export interface Gap {
  path: string
  label: string
  source: ValueSource | null
  unknown: boolean
}

export interface Merged {
  document: PaperDocument
  gaps: Gap[]
}

type Lookup = (path: string) => MergeValue | undefined

/** A day in one of the formats a date may be printed in. */
export function formatDate(day: string, format: string | undefined, language = 'en'): string {
  const [y, m, d] = day.split('-')
  const words = !isEnglish(language)
  switch (format) {
    case 'short':
      return words ? dayInWords(day, language, { weekday: 'short' }) : formatDay(day)
    case 'dmy':
      return `${d}/${m}/${y}`
    case 'mdy':
      return `${m}/${d}/${y}`
    case 'iso':
      return day
    default:
      return words ? dayInWords(day, language) : formatDayLong(day)
  }
}

/** A decimal with a point as it is written in a language; anything else as it is. */
const inDigits = ({ type, value }: MergeValue, language: string): string =>
  type === 'number' && typeof value === 'string' && isDecimal(value)
    ? typedDecimal(value, localeOf(language))
    : String(value)

/** A value as the paper prints it. A format that doesn't suit the value's type prints it plainly. */
export function formatValue(
  v: MergeValue,
  format: string | undefined,
  context: Pick<MergeContext, 'currency'>,
  language = 'en',
): string {
  if (v.value === null) return ''
  if (v.says) return v.says[language as Language] ?? String(v.value)
  const english = isEnglish(language)
  const text = String(v.value)
  const plain =
    v.type === 'amount'
      ? format === 'words' && english
        ? amountInWords(v.value as Minor, context.currency)
        : formatMoney(v.value as Minor, context.currency, localeOf(language))
      : v.type === 'day'
        ? formatDate(text, format, language)
        : v.type === 'local'
          ? format && format !== 'plain' && format !== 'upper'
            ? formatDate(text.slice(0, 10), format, language)
            : `${formatDate(text.slice(0, 10), 'short', language)}, ${text.slice(11, 16)}`
          : typeof v.value === 'boolean'
            ? tableSays(language)[v.value ? 'yes' : 'no']
            : `${format === 'words' && english && /^\d{1,12}$/.test(text) ? numberInWords(BigInt(text)) : inDigits(v, language)} ${v.unit ?? ''}`.trimEnd()
  return format === 'upper' ? plain.toLocaleUpperCase(localeOf(language)) : plain
}

function isEmpty(v: MergeValue | undefined): boolean {
  return !v || v.value === null || v.value === ''
}

/** Whether a condition holds: `set` means given and not false or zero. */
export function holds(c: Condition | undefined, lookup: Lookup): boolean {
  if (!c) return true
  const v = lookup(c.path)
  if (c.is === 'set') return !isEmpty(v) && v!.value !== false && v!.value !== 0
  if (c.is === 'unset') return isEmpty(v) || v!.value === false || v!.value === 0
  const n = Number(v?.value ?? Number.NaN)
  return c.is === 'above' ? n > (c.than ?? 0) : n < (c.than ?? 0)
}

/**
 * Fills a template from the record: values become text that keeps its source, repeated blocks are multiplied,
 * conditions decided, clauses numbered. What is missing becomes a named gap, once per path.
 */
export function merge(template: PaperDocument, context: MergeContext): Merged {
  const gaps = new Map<string, Gap>()
  const numbers = { heading: 0, clause: 0 }
  const root: Lookup = (path) => (Object.hasOwn(context.values, path) ? context.values[path] : undefined)
  const parties = template.parties.filter((p) => holds(p.when, root))
  const absent = new Set(template.parties.filter((p) => !parties.includes(p)).map((p) => p.key))

  const inlines = (content: readonly Inline[], lookup: Lookup): Inline[] =>
    content.map((i): Inline => {
      if (i.t === 'field') return absent.has(i.field.party) ? { t: 'text', text: '' } : i
      if (i.t !== 'value') return i
      const v = lookup(i.path)
      const marks = { ...(i.marks ? { marks: i.marks } : {}), ...(i.change ? { change: i.change } : {}) }
      if (!isEmpty(v)) {
        const format = i.format ? { format: i.format } : {}
        return {
          t: 'text',
          text: formatValue(v!, i.format, context, template.language),
          source: v!.source,
          ...format,
          ...marks,
        }
      }
      if (i.fallback !== undefined) return { t: 'text', text: i.fallback, ...marks }
      if (v?.optional) return { t: 'text', text: '' }
      const label = v?.label ?? i.path
      if (!gaps.has(i.path)) gaps.set(i.path, { path: i.path, label, source: v?.source ?? null, unknown: !v })
      return {
        t: 'text',
        text: fill(tableSays(template.language).missing, { label }),
        gap: true,
        ...(v ? { source: v.source } : {}),
        ...marks,
      }
    })

  const itemsOf = (name: string) => {
    if (!Object.hasOwn(context.lists, name) && !gaps.has(name))
      gaps.set(name, { path: name, label: name, source: null, unknown: true })
    return context.lists[name] ?? []
  }
  const inItem =
    (item: Readonly<Record<string, MergeValue>>, outer: Lookup): Lookup =>
    (path) =>
      path.startsWith('item.') ? item[path.slice(5)] : outer(path)

  const blocks = (list: readonly Block[], lookup: Lookup): Block[] =>
    list.flatMap((b): Block[] => {
      if ('when' in b && !holds(b.when, lookup)) return []
      switch (b.t) {
        case 'heading': {
          if (b.numbered) {
            numbers.heading += 1
            numbers.clause = 0
          }
          return [
            { ...b, content: inlines(b.content, lookup), ...(b.numbered ? { number: `${numbers.heading}.` } : {}) },
          ]
        }
        case 'paragraph': {
          const one = (l: Lookup): Block => {
            if (b.numbered && !b.suffix) numbers.clause += 1
            const number = `${numbers.heading}.${numbers.clause}${b.suffix ?? ''}`
            return { ...b, content: inlines(b.content, l), ...(b.numbered ? { number } : {}) }
          }
          return b.each ? itemsOf(b.each).map((item) => one(inItem(item, lookup))) : [one(lookup)]
        }
        case 'list':
          return [{ ...b, items: b.items.map((item) => blocks(item, lookup)).filter((item) => item.length > 0) }]
        case 'table':
          return [
            {
              ...b,
              head: b.head.map((cell) => inlines(cell, lookup)),
              rows: b.rows.flatMap((row) => {
                const cells = (l: Lookup) => ({ ...row, cells: row.cells.map((cell) => blocks(cell, l)) })
                return row.each ? itemsOf(row.each).map((item) => cells(inItem(item, lookup))) : [cells(lookup)]
              }),
            },
          ]
        case 'keep':
          return [{ ...b, content: blocks(b.content, lookup) }]
        case 'columns':
          return [{ ...b, columns: b.columns.map((c) => blocks(c, lookup)) }]
        case 'section':
          return [b.heads ? { ...b, heads: mapHeads(b.heads, (list) => blocks(list, lookup)) } : b]
        case 'field':
          return absent.has(b.field.party) ? [] : [b]
        default:
          return [b]
      }
    })

  const { letterhead: _, ...own } = template
  const document = numbered({
    ...own,
    parties,
    ...mapHeads(template, (list) => blocks(list, root)),
    body: blocks(template.body, root),
    ...(context.paper ? { paper: context.paper } : {}),
    // The business's own, whatever came with a document.
    ...(context.letterhead ? { letterhead: context.letterhead } : {}),
  })
  return { document, gaps: [...gaps.values()] }
}

/** Puts the numbers of numbered blocks where the text refers to them. */
function numbered(document: PaperDocument): PaperDocument {
  const numbers = new Map<string, string>()
  const all: Inline[] = []
  mapBlocks(document.body, (b) => {
    if (b.id && 'number' in b && b.number) numbers.set(b.id, b.number.replace(/\.$/, ''))
    if ('content' in b && b.t !== 'keep') all.push(...b.content)
    return [b]
  })
  if (!all.some((i) => i.t === 'ref')) return document
  const content = (list: readonly Inline[]) =>
    list.map((i): Inline => {
      if (i.t !== 'ref') return i
      const number = numbers.get(i.to)
      return number
        ? { t: 'text', text: number, ...(i.marks ? { marks: i.marks } : {}) }
        : { t: 'text', text: 'clause missing', gap: true }
    })
  return mapDocument(document, (list) =>
    mapBlocks(list, (b) => [b.t === 'heading' || b.t === 'paragraph' ? { ...b, content: content(b.content) } : b]),
  )
}
