import { distance } from '../identity/names'

/** Slips of the pen a word may have: none in a short one, two in a long one. */
const slips = (word: string) => (word.length < 4 ? 0 : word.length < 8 ? 1 : 2)

/** Whether a word of a text is what was typed, but for slips of the pen. A first letter is right, or it isn't that word. */
function means(typed: string, word: string): boolean {
  if (word.startsWith(typed)) return true
  const most = slips(typed)
  if (!most || word[0] !== typed[0] || word.length < typed.length - most) return false
  return [typed.length - 1, typed.length, typed.length + 1].some((n) => distance(typed, word.slice(0, n)) <= most)
}

/**
 * Tells of texts whether every word of what was typed is meant by one of theirs, but for slips of the pen; the last letters
 * may not be typed yet. All in lower case without accents, words with one space between. A word is weighed once, in however
 * many texts it stands.
 */
export function closeTo(typed: string): (text: string) => boolean {
  const words = typed
    .split(' ')
    .filter(Boolean)
    .map((word) => ({ word, known: new Map<string, boolean>() }))
  return (text) => {
    const there = text.split(' ')
    return words.every(({ word, known }) =>
      there.some((t) => {
        const before = known.get(t)
        if (before !== undefined) return before
        const now = means(word, t)
        known.set(t, now)
        return now
      }),
    )
  }
}
