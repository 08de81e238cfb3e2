import { type FactRule, factProblem, factWarning, factWords } from '../../core/facts/facts'
import { Problem } from '../platform/problem'
import { withPeople } from '../records/facts'

type Facts = Readonly<Record<string, string>>

/** Refuses facts that are no values of their rules; facts no rule speaks of are kept as they are. */
function insistOnFacts(rules: readonly FactRule[], given: Facts): void {
  const wrong = rules.flatMap((rule): [string, string][] => {
    const problem = factProblem(rule, given[rule.key] ?? '')
    return problem ? [[`facts.${rule.key}`, problem]] : []
  })
  if (wrong.length) throw new Problem('invalid', wrong.map(([, words]) => words).join(' '), Object.fromEntries(wrong))
}

/**
 * What a change of facts says in the thread, each as “Gate width 2.6 m → 2.1 m”, and whether it is worth telling: a number
 * beyond its limits is. Refuses what is no value of its rule; what was there and stays isn’t asked about again.
 */
export async function factsChanged(
  kindFacts: readonly FactRule[],
  before: Facts,
  given: Facts,
  locale: string,
): Promise<{ words: string[]; notable: boolean }> {
  const changed = Object.keys(given).filter((k) => (before[k] ?? '') !== given[k])
  const rules = await withPeople(kindFacts.filter((f) => changed.includes(f.key)))
  insistOnFacts(rules, Object.fromEntries(changed.map((k) => [k, given[k]!])))
  const warned: string[] = []
  const words = changed.map((key) => {
    const rule = rules.find((f) => f.key === key) ?? { key, label: key, unit: '' }
    const show = (value: string) => factWords(rule, value, locale).slice(0, 80) || 'nothing'
    const warning = factWarning(rule, given[key]!, locale)
    if (warning) warned.push(key)
    return `${rule.label} ${show(before[key] ?? '')} → ${show(given[key]!)}${warning ? `, which is ${warning}` : ''}`
  })
  return { words, notable: warned.length > 0 }
}
