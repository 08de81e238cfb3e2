import type { PricedLine, Pricing, Section } from './pricing'
import { price } from './pricing'
import { withVariant } from './variants'

/** A line with what stands above it: the variant and the section that begin with it. */
export interface Headed<T> {
  item: T
  variant: PricedLine['variant']
  section: Section | null
}

/** Things that are of lines, in their order, each with what begins there. A variant begins its sections anew. */
export function headed<T>(items: readonly T[], lineOf: (item: T) => PricedLine): Headed<T>[] {
  return items.map((item, i) => {
    const line = lineOf(item)
    const above = i > 0 ? lineOf(items[i - 1]!) : undefined
    const begins = !!line.variant && line.variant.name !== above?.variant?.name
    const section = line.section && (begins || line.section.name !== above?.section?.name) ? line.section : null
    return { item, variant: begins ? line.variant! : null, section }
  })
}

/** What all comes to with one of its variants, tax included. */
export const totalWith = (pricing: Pricing, variant: string) =>
  price({ ...pricing, lines: withVariant(pricing.lines, variant) }).total
