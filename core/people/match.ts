import type { Person } from './person'

/** Somebody who is there already, as far as it takes to know them again. */
export interface Known extends Pick<Person, 'name' | 'email' | 'phone'> {
  id: string
}
const wordsOf = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .sort()
    .join(' ')
/** The end of a number, which is the same with and without the code of its country. */
const tail = (phone: string): string => {
  const digits = phone.replace(/\D/g, '')
  return digits.length >= 7 ? digits.slice(-8) : ''
}
/** Signs that two are one: a mailbox with the name, a number with the name, or, where neither has either, the name alone. */
const signs = (p: Pick<Person, 'name' | 'email' | 'phone'>): string[] => {
  const name = wordsOf(p.name)
  if (!name) return []
  const out = []
  if (p.email) out.push(`mail ${p.email.toLowerCase()} ${name}`)
  if (tail(p.phone)) out.push(`phone ${tail(p.phone)} ${name}`)
  if (!p.email && !tail(p.phone)) out.push(`name ${name}`)
  return out
}

/**
 * Finds who is who: for each of the people the id of the one they are, or the place of the earlier one in the list they
 * repeat, or null for somebody new. A shared mailbox alone makes nobody the same: families have one.
 */
export function matchPeople(
  people: readonly Pick<Person, 'name' | 'email' | 'phone'>[],
  known: readonly Known[],
): (string | number | null)[] {
  const by = new Map<string, string | number>()
  for (const k of known) for (const s of signs(k)) if (!by.has(s)) by.set(s, k.id)
  return people.map((p, i) => {
    const mine = signs(p)
    const found = mine.map((s) => by.get(s)).find((x) => x !== undefined) ?? null
    for (const s of mine) if (!by.has(s)) by.set(s, found ?? i)
    return found
  })
}
