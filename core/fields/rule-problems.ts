import { isDay } from '../calendar/dates'
import type { FieldRule, FieldSpec } from '../document/field'
import { patternProblem } from './patterns'
import { dependsOn, leaves, numberOf, ordered, ruleHolds, rulesFields } from './rules'

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
