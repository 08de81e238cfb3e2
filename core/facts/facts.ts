import { formatDay, isDay } from '../calendar/dates'
import { isDecimal, tenThousandths } from '../money/money'
import { readDecimal, typedDecimal, typedWords } from '../money/typed'

/** What a further fact of a job may be. A person is one who works here. */
export const factTypes = ['text', 'number', 'choice', 'day', 'tick', 'person'] as const
export type FactType = (typeof factTypes)[number]

/** A further fact that jobs of a kind have. */
export interface FactRule {
  key: string
  label: string
  /** What a number is counted in; printed behind a text, too. */
  unit: string
  /** Text where it isn’t said. */
  type?: FactType
  /** What a choice is made from. */
  choices?: string[]
  /** Limits of a number, as decimals with a point; beyond them it is kept, and said. Empty for none. */
  least?: string
  most?: string
  /** Whom a person is chosen from, filled in when it is read; who is gone can’t be chosen any more. */
  people?: { id: string; name: string; gone: boolean }[]
}

/** How a ticked fact is kept; one that isn’t ticked is kept empty. */
export const TICKED = 'yes'

/**
 * What is wrong with a fact as it is kept: a number as a decimal with a point, a day as `YYYY-MM-DD`, a choice in its words,
 * a person by id, a tick as `yes`. Null where it fits. Empty always does: it isn’t given yet.
 */
export function factProblem(rule: FactRule, value: string): string | null {
  if (value === '') return null
  switch (rule.type) {
    case 'number':
      return isDecimal(value) ? null : 'Give a number.'
    case 'day':
      return isDay(value) ? null : 'This is not a day of the calendar.'
    case 'choice':
      return rule.choices?.includes(value) ? null : `Choose one of: ${(rule.choices ?? []).join(', ')}.`
    case 'person':
      return rule.people?.some((p) => p.id === value) ? null : 'Choose somebody who works here.'
    case 'tick':
      return value === TICKED ? null : 'This is ticked, or not.'
    default:
      return null
  }
}

/** A fact as it was typed, as it is kept; numbers are read the way they are written in `locale`. */
export function readFact(rule: FactRule, typed: string, locale: string): { value: string } | { problem: string } {
  const given = typed.trim()
  if (rule.type === 'number' && given) {
    const read = readDecimal(given, locale)
    return 'value' in read ? read : { problem: typedWords(read.problem, given, locale) }
  }
  const problem = factProblem(rule, given)
  return problem ? { problem } : { value: given }
}

/** A fact as it is typed into a field. */
export const typedFact = (rule: FactRule, value: string, locale: string): string =>
  rule.type === 'number' && isDecimal(value) ? typedDecimal(value, locale) : value

/** A fact as it is told, empty where it isn’t given. What no longer fits its rule is told as it is. */
export function factWords(rule: FactRule, value: string, locale: string): string {
  if (!value || factProblem(rule, value)) return value
  switch (rule.type) {
    case 'day':
      return formatDay(value)
    case 'person':
      return rule.people!.find((p) => p.id === value)!.name
    case 'tick':
      return value
    default:
      return `${typedFact(rule, value, locale)} ${rule.unit}`.trim()
  }
}

/** What is to be said of a number beyond its limits; null within them. */
export function factWarning(rule: FactRule, value: string, locale: string): string | null {
  if (rule.type !== 'number' || !value || !isDecimal(value)) return null
  const [is, words] = [tenThousandths(value), (n: string) => `${typedDecimal(n, locale)} ${rule.unit}`.trim()]
  if (rule.least && is < tenThousandths(rule.least)) return `less than ${words(rule.least)}`
  if (rule.most && is > tenThousandths(rule.most)) return `more than ${words(rule.most)}`
  return null
}
