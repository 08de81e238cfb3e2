import { tenThousandths } from '../money/money'
import { same } from '../tags/tags'
import type { Fact, Facts, Test, Tests } from './model'

const isNumber = (text: string) => /^-?\d+(\.\d{1,4})?$/.test(text)
/** A fact as one compares it: numbers by ten-thousandths, words whatever their capitals. */
const word = (fact: Fact): string =>
  fact === null
    ? ''
    : typeof fact === 'boolean'
      ? fact
        ? 'yes'
        : 'no'
      : Array.isArray(fact)
        ? fact.join(', ')
        : String(fact)
const folded = (text: string) => text.normalize('NFC').trim().toLocaleLowerCase('en')

/** Below, the same or above; null where one of them is no number. */
function compared(fact: Fact, value: string): number | null {
  const given = typeof fact === 'number' ? String(fact) : typeof fact === 'string' ? fact.trim() : ''
  if (!isNumber(given) || !isNumber(value)) return null
  const [a, b] = [tenThousandths(given), tenThousandths(value)]
  return a < b ? -1 : a > b ? 1 : 0
}

/** Whether one test holds. What isn't known is not above, below, before or after anything. */
export function holds({ fact, is, value }: Test, facts: Facts): boolean {
  const have = facts[fact] ?? null
  const empty = have === null || have === '' || have === false || (Array.isArray(have) && !have.length)
  switch (is) {
    case 'given':
      return !empty
    case 'missing':
      return empty
    case 'is':
    case 'is-not': {
      const number = compared(have, value)
      const equal = number === null ? folded(word(have)) === folded(value) : number === 0
      return equal === (is === 'is')
    }
    case 'above':
      return compared(have, value) === 1
    case 'below':
      return compared(have, value) === -1
    case 'has':
    case 'has-not': {
      const there = Array.isArray(have)
        ? have.some((h: string) => same(h) === same(value))
        : folded(word(have)).includes(folded(value))
      return there === (is === 'has')
    }
    case 'before':
      return typeof have === 'string' && have !== '' && have < value
    case 'after':
      return typeof have === 'string' && have !== '' && have > value
  }
}

/** The first of the tests of which none holds; null where all is as it has to be. */
export const failing = (tests: Tests, facts: Facts): readonly Test[] | null =>
  tests.find((any) => any.length > 0 && !any.some((t) => holds(t, facts))) ?? null
