import type { Block } from '../document/model'
import { walkInlines } from '../document/walk'

/**
 * How somebody is greeted: a person by their first name, or whole where a title stands before it; an organisation by all of
 * its name.
 */
export function greeted(name: string, organisation = false): string {
  const whole = name.trim().replace(/\s+/g, ' ')
  const [first = ''] = whole.split(' ')
  return organisation || first.endsWith('.') || first.length < 2 ? whole : first
}

/** A title as it stands within a sentence of English: small, where it isn't a name or an abbreviation. */
export const inSentence = (title: string): string =>
  /^\p{Lu}\p{Ll}/u.test(title) ? title[0]!.toLowerCase() + title.slice(1) : title

/** Words a page counts as whose words aren't known. */
const WORDS_A_PAGE = 250

/** Words there are to read in a paper: those of its body, or so many for each page of a marked one. */
export const wordsToRead = (body: readonly Block[], markedPages: number | null): number =>
  markedPages !== null
    ? markedPages * WORDS_A_PAGE
    : [...walkInlines(body)].reduce((n, i) => n + (i.t === 'text' ? i.text.split(/\s+/).filter(Boolean).length : 0), 0)

/** Minutes it takes to read so many words, at 200 a minute, and to fill so many fields, at 8 seconds each; one at least. */
export const minutesFor = (words: number, fields: number): number =>
  Math.max(1, Math.round(words / 200 + (fields * 8) / 60))
