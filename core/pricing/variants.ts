import type { PricedLine } from './pricing'

/** What a variant's choice is kept under, beside the keys of lines; no line's key begins so. */
export const VARIANT = 'variant:'
export const variantKey = (name: string): string => VARIANT + name

/** The names of a quote's variants in the order they stand there; none where it is one quote. */
export const variantsOf = (lines: readonly Pick<PricedLine, 'variant'>[]): string[] => [
  ...new Set(lines.flatMap((l) => (l.variant ? [l.variant.name] : []))),
]

/** The variant that counts; null where there are none. */
export const takenOf = (lines: readonly Pick<PricedLine, 'variant'>[]): string | null =>
  lines.find((l) => l.variant?.taken)?.variant!.name ?? null

/**
 * Lines as they are listed: those of no variant first, then variant by variant; those of a section together, where its first
 * stands.
 */
export function inOrder<L extends Pick<PricedLine, 'variant' | 'section'>>(lines: readonly L[]): L[] {
  const place = new Map<string, number>()
  const variants = variantsOf(lines)
  const rank = (l: L, i: number): [number, number] => {
    const variant = l.variant ? variants.indexOf(l.variant.name) : -1
    if (!l.section) return [variant, i]
    const section = `${variant} ${l.section.name}`
    if (!place.has(section)) place.set(section, i)
    return [variant, place.get(section)!]
  }
  const ranked = lines.map((line, i) => ({ line, rank: rank(line, i) }))
  return ranked.sort((a, b) => a.rank[0] - b.rank[0] || a.rank[1] - b.rank[1]).map((r) => r.line)
}

/** Lines with another variant taken; as they stand for null. */
export const withVariant = <L extends Pick<PricedLine, 'variant'>>(lines: readonly L[], name: string | null): L[] =>
  lines.map((l) =>
    name === null || !l.variant || l.variant.taken === (l.variant.name === name)
      ? l
      : { ...l, variant: { ...l.variant, taken: l.variant.name === name } },
  )
