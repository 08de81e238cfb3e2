import type { Discount, PricedLine } from './pricing'
import { inOrder, takenOf, variantsOf, withVariant } from './variants'

/** How a quote's lines are arranged as it is written: into sections, and into variants side by side. */

const together = (a: PricedLine, b: PricedLine): boolean =>
  !!a.section && a.section.name === b.section?.name && a.variant?.name === b.variant?.name

/** Lines with one of them in a section of this name, at what is taken off that section already; in none for an empty name. */
export function putInSection(lines: readonly PricedLine[], key: string, name: string): PricedLine[] {
  const line = lines.find((l) => l.key === key)
  if (!line) return [...lines]
  const moved: PricedLine = { ...line, section: name ? { name, discount: null } : null }
  const there = lines.find((l) => l.key !== key && together(l, moved))
  const put = there ? { ...moved, section: { ...there.section! } } : moved
  return inOrder(lines.map((l) => (l.key === key ? put : l)))
}

/** Lines with another discount on the section one of them stands in. */
export function discountSection(lines: readonly PricedLine[], key: string, discount: Discount | null): PricedLine[] {
  const line = lines.find((l) => l.key === key)
  return lines.map((l) => (line && together(l, line) ? { ...l, section: { name: l.section!.name, discount } } : l))
}

/** A name for one more variant: the first letter that is no name yet. */
const letterFor = (names: readonly string[]): string =>
  Array.from({ length: 26 }, (_, i) => String.fromCharCode(65 + i)).find((l) => !names.includes(l)) ??
  `${names.length + 1}`

/**
 * Lines with one more variant beside those there are, a copy of the one that is taken. Where there was none, all lines become
 * the first. `key` gives each copy a key of its own.
 */
export function addVariant(lines: readonly PricedLine[], key: () => string): PricedLine[] {
  const names = variantsOf(lines)
  const first = takenOf(lines) ?? letterFor([])
  const own = names.length ? [...lines] : lines.map((l) => ({ ...l, variant: { name: first, taken: true } }))
  const name = letterFor(names.length ? names : [first])
  const copies = own
    .filter((l) => l.variant?.name === first)
    .map((l) => ({ ...l, key: key(), variant: { name, taken: false } }))
  return inOrder([...own, ...copies])
}

/** Lines with a variant called otherwise; as they are where that is no name or another's. */
export function renameVariant(lines: readonly PricedLine[], from: string, to: string): PricedLine[] {
  const name = to.trim().slice(0, 40)
  if (!name || variantsOf(lines).includes(name)) return [...lines]
  return lines.map((l) => (l.variant?.name === from ? { ...l, variant: { ...l.variant, name } } : l))
}

/** Lines without a variant; where one is left it is the quote. */
export function dropVariant(lines: readonly PricedLine[], name: string): PricedLine[] {
  const left = lines.filter((l) => l.variant?.name !== name)
  const names = variantsOf(left)
  if (names.length < 2) return left.map((l) => (l.variant ? { ...l, variant: null } : l))
  return withVariant(left, takenOf(left) ?? names[0]!)
}

/** Lines with one of them in another variant; in all of them for an empty name. */
export const putInVariant = (lines: readonly PricedLine[], key: string, name: string): PricedLine[] => {
  const taken = takenOf(lines)
  const put = lines.map((l) =>
    l.key === key ? { ...l, section: null, variant: name ? { name, taken: name === taken } : null } : l,
  )
  return inOrder(withVariant(put, taken && variantsOf(put).includes(taken) ? taken : (variantsOf(put)[0] ?? null)))
}
