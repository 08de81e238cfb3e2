import { type FactRule, TICKED } from '~~/core/facts/facts'

/** What a fact is chosen from, where it is chosen: a value that was given and can’t be chosen any more stays among them. */
export function factOptions(rule: FactRule, given: string): { value: string; label: string }[] | undefined {
  const none = { value: '', label: 'not given' }
  if (rule.type === 'tick')
    return [
      { value: '', label: 'no' },
      { value: TICKED, label: 'yes' },
    ]
  if (rule.type === 'choice') {
    const all = rule.choices ?? []
    return [none, ...[...all, ...(given && !all.includes(given) ? [given] : [])].map((c) => ({ value: c, label: c }))]
  }
  if (rule.type !== 'person') return undefined
  const people = (rule.people ?? []).filter((p) => !p.gone || p.id === given)
  const known = people.some((p) => p.id === given)
  return [
    none,
    ...people.map((p) => ({ value: p.id, label: p.name })),
    ...(given && !known ? [{ value: given, label: given }] : []),
  ]
}
/** The control of a fact that is typed. */
export const factControl = (rule: FactRule): 'date' | 'number' | 'text' =>
  rule.type === 'day' ? 'date' : rule.type === 'number' ? 'number' : 'text'
