/**
 * How near a name is to what was typed: 0 where it begins with it, 1 where each word of it begins a word of the name, 2 where
 * each stands somewhere in it, 3 where it was found by something else. Both in lower case without accents.
 */
export function nearness(typed: string, name: string): number {
  if (name.startsWith(typed)) return 0
  const words = typed.split(' ').filter(Boolean)
  const there = name.split(/[^\p{L}\p{N}]+/u)
  if (words.every((w) => there.some((t) => t.startsWith(w)))) return 1
  return words.every((w) => name.includes(w)) ? 2 : 3
}

/** What was found, the nearest name first; what is as near stays in its order. */
export const nearestFirst = <T>(found: readonly T[], typed: string, name: (found: T) => string): T[] =>
  found
    .map((f, i) => ({ f, i, near: nearness(typed, name(f)) }))
    .sort((a, b) => a.near - b.near || a.i - b.i)
    .map(({ f }) => f)
