import { describe, expect, it } from 'vitest'
import { RECORD_WORDS } from './record'
import { invoiceSays } from '../../core/invoices/words'
import { tableSays } from '../../core/merge/table-words'
import {
  LANGUAGE_NAMES,
  WORDS,
  dayIn,
  fill,
  instantIn,
  languageFrom,
  listIn,
  moneyIn,
  problemIn,
  saysIn,
  weekdayIn,
} from './index'
import { MESSAGE_WORDS, roundWords } from './messages'

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

describe('languages keep to themselves', () => {
  /** Words two languages share, and those that are a name or a sign. */
  const SHARED =
    /^(?:Code|Document|Documents|Page|page|Signature|Date|date|Total|total|Text|text|SHA-256|Name|Note|Photo|Paper|no|minutes|e-mail|E-mail|\W|\d)*$/
  const ENGLISH =
    /(?<!\p{L})(?:the|and|your|you|are|has|have|with|when|please|signed|thank|everyone|this|that|from|been|here)(?!\p{L})/iu
  const VALUES = ['{paper}', '{papers}', '{business}', '{forDay}', '{first}', '{job}', '{minutes}']
  const other = Object.keys(LANGUAGE_NAMES).filter((l) => l !== 'en') as 'de'[]
  /** What stands in braces is put in, and belongs to no language. */
  const bare = (text: string) => text.replace(/\{\w+\}/g, '')
  const sets: [string, (language: 'de') => Record<string, string>, Record<string, string>][] = [
    ['the page', (l) => WORDS[l], WORDS.en],
    ['messages', (l) => MESSAGE_WORDS[l], MESSAGE_WORDS.en],
    ['the record', (l) => RECORD_WORDS[l], RECORD_WORDS.en],
    ['tables', (l) => tableSays(l), tableSays('en')],
    ['invoices', (l) => invoiceSays(l), invoiceSays('en')],
  ]
  it.each(sets.flatMap(([what, of, en]) => other.map((language) => ({ what, language, words: of(language), en }))))(
    'no word of English stands in $what in $language',
    ({ words, en }) => {
      for (const [key, text] of Object.entries(words)) {
        expect(text.trim(), key).not.toBe('')
        if (text === en[key]) expect(bare(text), key).toMatch(SHARED)
        expect(ENGLISH.exec(bare(text)), `${key}: ${text}`).toBeNull()
        // The words of a round may name any of its values.
        const may = key === 'mSubject' || key === 'mMessage' ? VALUES : places(en[key]!)
        for (const place of places(text)) expect(may, key).toContain(place)
      }
      expect(Object.keys(words).sort()).toEqual(Object.keys(en).sort())
    },
  )
  it('lists names, and writes amounts and days, as each language does', () => {
    expect(listIn('en', ['Petra', 'Jan', 'Bo'])).toBe('Petra, Jan and Bo')
    expect(listIn('ar', ['أ', 'ب'])).toContain('و')
    expect(moneyIn('de', 119050, 'EUR')).toBe('1.190,50 €')
    expect(moneyIn('en', 119050, 'GBP')).toBe('£1,190.50')
    expect(moneyIn('ar', 119050, 'GBP')).toMatch(/1,190\.50/)
    expect(weekdayIn('fr', '2026-06-12', '2026-06-01')).toBe('ven. 12 juin')
    expect(weekdayIn('en', '2027-06-12', '2026-06-01')).toBe('Sat 12 June 2027')
  })
  it('says the words of a round in the language of whoever gets it, the business’s own as they were written', () => {
    expect(roundWords(MESSAGE_WORDS.en.mMessage, 'mMessage', 'de')).toBe(MESSAGE_WORDS.de.mMessage)
    expect(roundWords('Hello {first}, see you there.', 'mMessage', 'de')).toBe('Hello {first}, see you there.')
  })
})
