import { formatDay, formatDayLong } from '../calendar/dates'
import type { Block, Condition, Inline, PaperDocument, ValueSource } from '../document/model'
import { type Minor, formatMoney } from '../money/money'

/** One value a paper may take from the record. `null` means it isn't given: a gap. */
export interface MergeValue {
  value: string | number | boolean | null
  type: 'text' | 'number' | 'day' | 'local' | 'amount'
  label: string
  source: ValueSource
}
export interface MergeContext {
  values: Readonly<Record<string, MergeValue>>
  /** Lists by name; inside a repeated block an item's values stand under `item.`. */
  lists: Readonly<Record<string, readonly Readonly<Record<string, MergeValue>>[]>>
  currency: string
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

/** A value as the paper prints it. */
export function formatValue(
  v: MergeValue,
  format: string | undefined,
  context: Pick<MergeContext, 'currency'>,
): string {
  if (v.value === null) return ''
  const plain =
    v.type === 'amount'
      ? formatMoney(v.value as Minor, context.currency)
      : v.type === 'day'
        ? format === 'short'
          ? formatDay(String(v.value))
          : formatDayLong(String(v.value))
        : v.type === 'local'
          ? `${formatDay(String(v.value).slice(0, 10))}, ${String(v.value).slice(11, 16)}`
          : typeof v.value === 'boolean'
            ? v.value
              ? 'yes'
              : 'no'
            : String(v.value)
  return format === 'upper' ? plain.toUpperCase() : plain
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

  const inlines = (content: readonly Inline[], lookup: Lookup): Inline[] =>
    content.map((i): Inline => {
      if (i.t !== 'value') return i
      const v = lookup(i.path)
      const marks = i.marks ? { marks: i.marks } : {}
      if (!isEmpty(v)) return { t: 'text', text: formatValue(v!, i.format, context), source: v!.source, ...marks }
      if (i.fallback !== undefined) return { t: 'text', text: i.fallback, ...marks }
      const label = v?.label ?? i.path
      if (!gaps.has(i.path)) gaps.set(i.path, { path: i.path, label, source: v?.source ?? null, unknown: !v })
      return { t: 'text', text: `${label} missing`, gap: true, ...(v ? { source: v.source } : {}), ...marks }
    })

  const itemsOf = (name: string) => context.lists[name] ?? []
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
            if (b.numbered) numbers.clause += 1
            return {
              ...b,
              content: inlines(b.content, l),
              ...(b.numbered ? { number: `${numbers.heading}.${numbers.clause}` } : {}),
            }
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
        default:
          return [b]
      }
    })

  const root: Lookup = (path) => (Object.hasOwn(context.values, path) ? context.values[path] : undefined)
  const document = {
    ...template,
    header: blocks(template.header, root),
    footer: blocks(template.footer, root),
    body: blocks(template.body, root),
  }
  return { document, gaps: [...gaps.values()] }
}
