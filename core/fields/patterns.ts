import { RE2JS } from 're2js'
import type { Fits } from './formats'

/** The longest pattern there is, and the longest answer that is held against one. */
const PATTERN_MAX = 300
const ANSWER_MAX = 1000

/** Patterns as they were last compiled; an owner has a handful. */
const compiled = new Map<string, RE2JS | null>()

/**
 * A pattern of an owner's, for whole answers; null where it can't be read. It is matched in time linear in the answer
 * whatever it says (RE2), so that no answer can hold anything up; looking around and back-references don't exist in it.
 */
function patternOf(pattern: string): RE2JS | null {
  const known = compiled.get(pattern)
  if (known !== undefined) return known
  let made: RE2JS | null = null
  try {
    if (pattern.length <= PATTERN_MAX) made = RE2JS.compile(pattern)
  } catch {
    // Said by whoever asks: null.
  }
  if (compiled.size >= 200) compiled.clear()
  compiled.set(pattern, made)
  return made
}

/** Whether a pattern can be used at all, and its own example fits it. Null when it is right. */
export function patternProblem(pattern: string, example: string): string | null {
  const expression = patternOf(pattern)
  if (!expression) return 'This pattern can’t be read. It may not look ahead, look behind or refer back.'
  return expression.matches(example.slice(0, ANSWER_MAX)) ? null : 'The example doesn’t fit the pattern.'
}

/** Holds answers against patterns; one that is wrong in itself asks for nothing. */
export const fitsPattern: Fits = ({ pattern, example }, text) =>
  patternProblem(pattern, example) !== null || (text.length <= ANSWER_MAX && patternOf(pattern)!.matches(text))
