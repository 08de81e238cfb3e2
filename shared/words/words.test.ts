import { describe, expect, it } from 'vitest'
import { RECORD_WORDS } from './record'
import { LANGUAGE_NAMES, WORDS, dayIn, fill, instantIn, languageFrom, problemIn, saysIn } from './index'

const places = (text: string) => [...text.matchAll(/\{\w+\}/g)].map((m) => m[0]).sort()
describe('the words a signer reads', () => {
  it.each(Object.keys(LANGUAGE_NAMES))('are all there in %s, with the same places to fill', (language) => {
    const words = WORDS[language as 'de']
    for (const [key, text] of Object.entries(WORDS.en)) {
      const there = words[key as 'by']
      expect(there.trim(), key).not.toBe('')
      // A plural that reads better without its number may leave it out; nothing may ask for what isn't given.
      for (const place of places(there)) expect(places(text), key).toContain(place)
    }
  })
  it.each(Object.keys(LANGUAGE_NAMES))('and those of the signing record in %s', (language) => {
    for (const [key, text] of Object.entries(RECORD_WORDS.en))
      expect(places(RECORD_WORDS[language as 'de'][key as 'of']), key).toEqual(places(text))
  })
  it.each([
    ['de-AT,de;q=0.9,en;q=0.8', 'de'],
    ['nl,pl;q=0.5,en;q=0.2', 'pl'],
    ['en;q=0.1,ar', 'ar'],
    ['xx', 'en'],
    [undefined, 'en'],
  ])('%s is answered in %s', (header, language) => expect(languageFrom(header)).toBe(language))
  it('puts in what belongs there, and only there', () => expect(fill('{a} and {b}', { a: '{b}' })).toBe('{b} and {b}'))
  it('writes days and times as the language does', () => {
    expect(dayIn('de', '2026-06-12')).toBe('12. Juni 2026')
    expect(dayIn('fr', '2026-06-12')).toBe('12 juin 2026')
    expect(instantIn('en', '2026-06-12T13:00:00.000Z', 'Europe/London')).toContain('14:00')
  })
  it('says what is wrong with an answer', () =>
    expect(problemIn(saysIn('de'), { key: 'k', code: 'past', message: 'x' })).toBe(
      'Das muss ein vergangener Tag sein.',
    ))
})
