import type { Language } from '../../core/text/language'
import type en from './en.json'

export type WordKey = keyof typeof en.page
/** What is put into the places of a text: by name, or one after the other; `n` says which of its forms is meant. */
export type Args = Readonly<Record<string, string | number>> | readonly (string | number)[]

/** What is said in one language. */
export interface Says {
  language: Language
  (key: WordKey, args?: Args): string
}

/** The forms a number can take, in the order a text has them (Unicode CLDR, plural rules). */
const ORDER = ['zero', 'one', 'two', 'few', 'many', 'other'] as const

/** Which form of a text a number takes in a language. A text with fewer forms has its last one stand for the rest. */
export function formOf(language: Language): (n: number, forms: number) => number {
  const rules = new Intl.PluralRules(language)
  const there = rules.resolvedOptions().pluralCategories
  const order = ORDER.filter((c) => there.includes(c))
  return (n, forms) => Math.min(order.indexOf(rules.select(n)), forms - 1)
}

/** Arguments as the translator takes them. */
export function valuesOf(args: Args = {}): [Record<string, unknown>] | [Record<string, unknown>, { plural: number }] {
  if (Array.isArray(args)) return [args as never]
  const { n } = args as Record<string, unknown>
  const values = { ...args } as Record<string, unknown>
  return typeof n === 'number' ? [values, { plural: n }] : [values]
}
