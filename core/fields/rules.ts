import { isDay } from '../calendar/dates'
import type { FieldSpec, FieldRule } from '../document/field'
import { patternProblem } from './formats'

export type FieldValues = Readonly<Record<string, string | boolean>>

const textOf = (v: string | boolean | undefined): string => (v === true ? 'yes' : typeof v === 'string' ? v.trim() : '')
const numberOf = (text: string): number | null => {
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
const leaves = (rule: FieldRule): Extract<FieldRule, { field: string }>[] =>
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
const dependsOn = (f: FieldSpec): string[] => [
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
function ordered(fields: readonly FieldSpec[]): { order: FieldSpec[]; circle: FieldSpec[] } {
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

interface RuleProblem {
  key: string
  message: string
}

/** Values worth trying for a field: nothing, what rules compare it with, and values beside those. */
function candidates(f: FieldSpec, compared: readonly string[]): (string | boolean)[] {
  if (f.type === 'tick') return [false, true]
  if (f.type === 'choice') return ['', ...(f.options ?? [])]
  if (f.type === 'choices') return ['', ...(f.options ?? []), (f.options ?? []).join('; ')]
  if (f.type === 'signature' || f.type === 'initials') return ['', 'signed']
  const beside = compared.flatMap((c): string[] => {
    const n = numberOf(c)
    if (isDay(c)) {
      const at = (by: number) => new Date(Date.parse(`${c}T00:00Z`) + by * 86_400_000).toISOString().slice(0, 10)
      return [at(-1), c, at(1)]
    }
    return n === null
      ? [c, `${c} and more`, `${c}z`]
      : [String(n - 1), String(n - 0.5), c, String(n + 0.5), String(n + 1)]
  })
  if (f.type === 'number') {
    const low = f.format?.kind === 'range' ? f.format.from : undefined
    const high = f.format?.kind === 'range' ? f.format.to : undefined
    const numeric = [
      '0',
      '1',
      ...beside,
      ...(low === undefined ? [] : [String(low)]),
      ...(high === undefined ? [] : [String(high)]),
    ].filter((t) => {
      const n = numberOf(t)
      return n !== null && (low === undefined || n >= low) && (high === undefined || n <= high)
    })
    return ['', ...numeric]
  }
  if (f.type === 'day' || f.type === 'date') {
    const { from, to } = f.days ?? {}
    const days = ['2026-01-01', ...beside, ...(from ? [from] : []), ...(to ? [to] : [])].filter(
      (d) => isDay(d) && (!from || d >= from) && (!to || d <= to),
    )
    return ['', ...days]
  }
  // What sorts before any word, and after most.
  return ['', '!', 'something', ...beside]
}

const comparedIn = (rule: FieldRule, key: string): string[] =>
  leaves(rule).flatMap((r) => (r.field === key && r.value !== undefined ? [r.value] : []))

const FINITE = new Set<FieldSpec['type']>(['tick', 'choice', 'choices', 'signature', 'initials'])
const ORDERED = new Set<FieldSpec['type']>(['number', 'day', 'date'])

/** Whether several comparisons of one answer can be met in ways that trying a few doesn't show: then it counts as possible. */
function undecided(rule: FieldRule, f: FieldSpec): boolean {
  const compared = leaves(rule).filter((r) => r.field === f.key && r.value !== undefined && !/filled|empty/.test(r.is))
  if (FINITE.has(f.type) || compared.length < 2) return false
  return compared.some((r) => r.is === 'contains' || (!ORDERED.has(f.type) && numberOf(r.value!) === null))
}

const TRIED_MAX = 40_000

/** Whether a rule can hold for any answers that the fields allow; undecided counts as possible. */
function canHold(rule: FieldRule, byKey: ReadonlyMap<string, FieldSpec>, never: ReadonlySet<string>): boolean {
  const keys = [...new Set(rulesFields(rule))]
  if (keys.some((k) => byKey.has(k) && !never.has(k) && undecided(rule, byKey.get(k)!))) return true
  const choices = keys.map((k) => {
    const f = byKey.get(k)
    return !f || never.has(k) ? [''] : candidates(f, comparedIn(rule, k))
  })
  if (choices.reduce((n, c) => n * c.length, 1) > TRIED_MAX) return true
  const values: Record<string, string | boolean> = {}
  const walk = (i: number): boolean => {
    if (i === keys.length) return ruleHolds(rule, values)
    return choices[i]!.some((v) => {
      values[keys[i]!] = v
      return walk(i + 1)
    })
  }
  return walk(0)
}

/**
 * What is wrong with the rules among fields: something that isn't there, a circle, a rule that can never be met, a
 * pattern whose example doesn't fit. `turns` says who comes when: a rule can't look at what is filled later.
 */
export function ruleProblems(
  fields: readonly FieldSpec[],
  turns: Readonly<Record<string, number>> = {},
): RuleProblem[] {
  const problems: RuleProblem[] = []
  const unique = [...new Map([...fields].reverse().map((f) => [f.key, f])).values()].reverse()
  const byKey = new Map(unique.map((f) => [f.key, f]))
  const name = (key: string) => `“${byKey.get(key)?.label ?? key}”`
  const say = (f: FieldSpec, message: string) => problems.push({ key: f.key, message: `“${f.label}”: ${message}` })
  const { order, circle } = ordered(unique)
  for (const f of circle) say(f, 'its rules go in a circle and lead back to itself. Let one of them stand alone.')
  const never = new Set<string>()
  for (const f of order) {
    for (const k of new Set(dependsOn(f))) {
      const other = byKey.get(k)
      if (!other) say(f, `it looks at ${name(k)}, which is not on this paper.`)
      else if (other.party !== f.party && (turns[other.party] ?? 0) >= (turns[f.party] ?? 0) && !other.preset)
        say(f, `it looks at ${name(k)}, which is filled no earlier. Whoever fills that has to come before.`)
    }
    if (circle.includes(f)) continue
    if (f.show && !canHold(f.show, byKey, never)) {
      never.add(f.key)
      say(f, 'it can never be asked: its rule can’t be met.')
    }
    if (f.require && !canHold(f.require, byKey, never)) say(f, 'it can never be required: that rule can’t be met.')
    if (f.format?.kind === 'pattern') {
      const wrong = patternProblem(f.format.pattern, f.format.example)
      if (wrong) say(f, wrong)
    }
    if (f.format?.kind === 'range' && (f.format.from ?? -Infinity) > (f.format.to ?? Infinity))
      say(f, 'the least is above the most.')
    if (f.compute?.how === 'days' && f.compute.of.length !== 2) say(f, 'a difference of dates needs two dates.')
    if (
      f.compute?.how === 'sum' &&
      f.compute.of.some((k) => byKey.has(k) && !['number', 'text', 'choice'].includes(byKey.get(k)!.type))
    )
      say(f, 'only numbers can be added up.')
    if (
      f.compute?.how === 'days' &&
      f.compute.of.some((k) => byKey.has(k) && !['day', 'date', 'text'].includes(byKey.get(k)!.type))
    )
      say(f, 'only dates have days between them.')
  }
  return problems
}
