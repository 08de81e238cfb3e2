import { distance } from '../identity/names'
import { flat } from './text'

/** A text as it is compared: flat, with one space between words. */
export const searchable = (text: string) =>
  flat(text)
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

/** A word without the ending that says how many or whose. */
export function stem(word: string): string {
  if (word.endsWith('ces') && word.length > 5) return `${word.slice(0, -3)}z`
  return word.length > 4 ? word.replace(/(?:es|en|s|n|e|x)$/, '') : word.replace(/s$/, '')
}
/** Whether two words are the same but for their ending or one slip of the pen. */
export function sameWord(a: string, b: string): boolean {
  if (stem(a) === stem(b)) return true
  return Math.min(a.length, b.length) >= 6 && a[0] === b[0] && distance(stem(a), stem(b)) <= 1
}

export interface Word {
  text: string
  from: number
  to: number
}
/** The words of a flat text with where they stand; a hyphen joins. */
export const wordsIn = (text: string): Word[] =>
  [...text.matchAll(/[\p{L}\p{N}]+(?:-[\p{L}\p{N}]+)*/gu)].map((m) => ({
    text: m[0].replace(/-/g, ''),
    from: m.index,
    to: m.index + m[0].length,
  }))
