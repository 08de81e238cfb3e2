import { isDay } from '../calendar/dates'
import type { FieldSpec, FieldRule } from '../document/field'

export type FieldValues = Readonly<Record<string, string | boolean>>

const textOf = (v: string | boolean | undefined): string => (v === true ? 'yes' : typeof v === 'string' ? v.trim() : '')
/** The number a text is, with or without a sign of money; null where it is none. */
export const numberOf = (text: string): number | null => {
  const n = Number(text.replace(/[\s£$€]/g, '').replace(',', '.'))
  return text && Number.isFinite(n) ? n : null
}

/** Less, equal or greater: as numbers where both are, else as texts; days sort as texts do. */
function compare(a: string, b: string): number {
  const x = numberOf(a)
  const y = numberOf(b)
  if (x !== null && y !== null) return x - y
  return a < b ? -1 : a > b ? 1 : 0
}

/** Whether a rule holds for what is given. */
export function ruleHolds(rule: FieldRule, values: FieldValues): boolean {
  if ('all' in rule) return rule.all.every((r) => ruleHolds(r, values))
  if ('any' in rule) return rule.any.some((r) => ruleHolds(r, values))
  if ('not' in rule) return !ruleHolds(rule.not, values)
  const text = textOf(values[rule.field])
  const value = rule.value ?? ''
  switch (rule.is) {
    case 'filled':
      return text !== ''
    case 'empty':
      return text === ''
    case 'equal':
      return text !== '' && (text.toLowerCase() === value.toLowerCase() || compare(text, value) === 0)
    case 'contains':
      return text.toLowerCase().includes(value.toLowerCase()) && value !== ''
    case 'above':
      return text !== '' && compare(text, value) > 0
    case 'below':
      return text !== '' && compare(text, value) < 0
  }
}

/** The single conditions a rule is made of. */
export const leaves = (rule: FieldRule): Extract<FieldRule, { field: string }>[] =>
  'all' in rule
    ? rule.all.flatMap(leaves)
    : 'any' in rule
      ? rule.any.flatMap(leaves)
      : 'not' in rule
        ? leaves(rule.not)
        : [rule]

/** A rule about the same fields by other keys. */
export const mapRule = (rule: FieldRule, key: (key: string) => string): FieldRule => {
  if ('all' in rule) return { all: rule.all.map((r) => mapRule(r, key)) }
  if ('any' in rule) return { any: rule.any.map((r) => mapRule(r, key)) }
  if ('not' in rule) return { not: mapRule(rule.not, key) }
  return { ...rule, field: key(rule.field) }
}

/** The fields a rule looks at. */
export const rulesFields = (rule: FieldRule | undefined): string[] => (rule ? leaves(rule).map((r) => r.field) : [])
/** The fields a field's own rules look at. */
export const dependsOn = (f: FieldSpec): string[] => [
  ...rulesFields(f.show),
  ...rulesFields(f.require),
  ...(f.compute?.of ?? []),
]

/** A value worked out from others; empty where there is nothing to work out. */
export function computed(f: FieldSpec, values: FieldValues): string {
  const { how, of, with: between } = f.compute!
  const texts = of.map((k) => textOf(values[k]))
  switch (how) {
    case 'sum': {
      const numbers = texts.flatMap((t) => numberOf(t) ?? [])
      if (!numbers.length) return ''
      // Four decimals at most, as numbers are given.
      return String(Math.round(numbers.reduce((a, b) => a + b, 0) * 10_000) / 10_000)
    }
    case 'count':
      return String(texts.filter(Boolean).length)
    case 'days': {
      const [from, to] = texts
      if (!from || !to || !isDay(from) || !isDay(to)) return ''
      return String(Math.round((Date.parse(`${to}T00:00Z`) - Date.parse(`${from}T00:00Z`)) / 86_400_000))
    }
    case 'join':
      return texts.filter(Boolean).join(between ?? ' ')
  }
}

/** Fields in an order in which each stands after those it looks at; `circle` holds those that can't be ordered. */
export function ordered(fields: readonly FieldSpec[]): { order: FieldSpec[]; circle: FieldSpec[] } {
  const byKey = new Map(fields.map((f) => [f.key, f]))
  const order: FieldSpec[] = []
  const state = new Map<string, 'open' | 'done'>()
  const circle = new Set<FieldSpec>()
  const visit = (f: FieldSpec): void => {
    if (state.get(f.key) === 'done') return
    if (state.get(f.key) === 'open') {
      circle.add(f)
      return
    }
    state.set(f.key, 'open')
    for (const k of dependsOn(f)) {
      const other = byKey.get(k)
      if (other) visit(other)
    }
    state.set(f.key, 'done')
    order.push(f)
  }
  fields.forEach(visit)
  return { order, circle: [...circle] }
}

interface Evaluated {
  /** Keys of fields that are asked. */
  shown: Set<string>
  required: Set<string>
  /** What is given, without what isn't asked, with what is worked out. */
  values: Record<string, string | boolean>
}

/** Decides which fields are asked and required, and works out computed ones. What isn't asked counts as empty. */
export function evaluateFields(fields: readonly FieldSpec[], given: FieldValues): Evaluated {
  const unique = [...new Map([...fields].reverse().map((f) => [f.key, f])).values()].reverse()
  const values: Record<string, string | boolean> = { ...given }
  const shown = new Set<string>()
  const required = new Set<string>()
  for (const f of ordered(unique).order) {
    if (f.show && !ruleHolds(f.show, values)) {
      delete values[f.key]
      continue
    }
    shown.add(f.key)
    if (f.compute) values[f.key] = computed(f, values)
    if (f.require ? ruleHolds(f.require, values) : f.required) required.add(f.key)
  }
  return { shown, required, values }
}
