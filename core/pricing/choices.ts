import { isDecimal, tenThousandths } from '../money/money'
import { settled } from './breaks'
import type { PricedLine, QuantityLimits } from './pricing'
import { takenOf, variantKey, variantsOf, withVariant } from './variants'

/** What a client chose: lines (or a variant, by its key) taken, and quantities set by line key. */
export interface Choices {
  taken: Record<string, boolean>
  quantities: Record<string, string>
}
export interface ChoiceProblem {
  key: string
  message: string
}

/** Says what is wrong with a quantity the client set, or null. */
export function quantityProblem(quantity: string, limits: QuantityLimits, unit: string): string | null {
  if (!isDecimal(quantity)) return 'Give the quantity as a number.'
  const q = tenThousandths(quantity),
    min = tenThousandths(limits.min),
    max = tenThousandths(limits.max),
    step = tenThousandths(limits.step)
  if (q < min || q > max) return `Choose between ${limits.min} and ${limits.max} ${unit}.`.replace(' .', '.')
  if (step > 0n && (q - min) % step !== 0n) return `Choose in steps of ${limits.step} from ${limits.min}.`
  return null
}

/**
 * Applies a client's choices. Only optional or grouped lines may be taken or left, only lines that allow it get a new
 * quantity (and with it what one costs from so many on), and each group must end with exactly one line; of variants, the
 * last taken by name is taken, the others count for nothing. Returns the new lines and what was wrong.
 */
export function applyChoices(
  lines: readonly PricedLine[],
  choices: Choices,
): { lines: PricedLine[]; problems: ChoiceProblem[] } {
  const problems: ChoiceProblem[] = []
  const variants = variantsOf(lines)
  const keys = new Set([...lines.map((l) => l.key), ...variants.map(variantKey)])
  for (const key of [...Object.keys(choices.taken), ...Object.keys(choices.quantities)]) {
    if (!keys.has(key)) problems.push({ key, message: 'This line is not on the quote.' })
  }
  const takes = variants.filter((v) => Object.hasOwn(choices.taken, variantKey(v)) && choices.taken[variantKey(v)])
  if (takes.length > 1) problems.push({ key: variantKey(takes[1]!), message: 'Choose one of these.' })
  const taken = takes[0] ?? takenOf(lines)
  if (taken !== null && Object.hasOwn(choices.taken, variantKey(taken)) && !choices.taken[variantKey(taken)])
    problems.push({ key: variantKey(taken), message: 'Choose one of these.' })
  const next = withVariant(lines, takes[0] ?? null).map((line) => {
    const out = { ...line }
    const taken = Object.hasOwn(choices.taken, line.key) ? choices.taken[line.key] : undefined
    if (taken !== undefined) {
      if (line.optional || line.group !== null) out.chosen = taken
      else if (!taken)
        problems.push({ key: line.key, message: 'This line is part of the quote and cannot be left out.' })
    }
    const quantity = Object.hasOwn(choices.quantities, line.key) ? choices.quantities[line.key] : undefined
    if (quantity !== undefined && quantity !== line.quantity) {
      const problem = line.clientQuantity
        ? quantityProblem(quantity, line.clientQuantity, line.unit)
        : 'The quantity of this line is fixed.'
      if (problem) problems.push({ key: line.key, message: problem })
      else out.quantity = quantity
    }
    return settled(out)
  })
  for (const { group, variant } of lines) {
    if (group === null) continue
    const members = next.filter((l) => l.group === group && l.variant?.name === variant?.name)
    if (problems.some((p) => p.key === members[0]!.key)) continue
    if (members.filter((l) => l.chosen).length !== 1)
      problems.push({ key: members[0]!.key, message: 'Choose one of these.' })
  }
  return { lines: next, problems }
}
