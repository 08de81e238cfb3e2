import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { invoiceSays } from '../../core/invoices/words'
import { tableSays } from '../../core/merge/table-words'
import type { Language } from '../../core/text/language'
import { LANGUAGE_NAMES, dayIn, fill, instantIn, languageFrom, listIn, moneyIn, problemIn, weekdayIn } from './index'
import { WORDS, messageSays, recordSays, roundWords, saysIn } from './says'

const places = (text: string) => [...text.matchAll(/\{\w+\}/g)].map((m) => m[0]).sort()
const LANGUAGES = Object.keys(LANGUAGE_NAMES) as Language[]
const SECTIONS = Object.keys(WORDS.en) as (keyof typeof WORDS.en)[]
/** What the words of a round may name. */
const VALUES = ['{paper}', '{papers}', '{business}', '{forDay}', '{first}', '{job}', '{minutes}']
const formsOf = (text: string) => text.split(' | ')

describe('the words of a language', () => {
  it.each(LANGUAGES)('are all there in %s, none more, with the same places to fill', (language) => {
    for (const section of SECTIONS) {
      const [there, english] = [WORDS[language][section], WORDS.en[section]] as Record<string, string>[]
      expect(Object.keys(there!).sort(), section).toEqual(Object.keys(english!).sort())
      for (const [key, text] of Object.entries(there!)) {
        expect(text.trim(), key).not.toBe('')
        // A form that reads better without its number may leave it out; nothing may ask for what isn’t given.
        const may = key === 'mSubject' || key === 'mMessage' ? VALUES : places(english![key]!)
        for (const place of places(text)) expect(may, key).toContain(place)
        if (section === 'record') expect(places(text), key).toEqual(places(english![key]!))
      }
    }
  })

  it.each(LANGUAGES)('have as many forms in %s as its numbers take, or one for all', (language) => {
    const most = new Intl.PluralRules(language).resolvedOptions().pluralCategories.length
    for (const section of SECTIONS)
      for (const [key, text] of Object.entries(WORDS[language][section])) {
        const forms = formsOf(text)
        if (formsOf((WORDS.en[section] as Record<string, string>)[key]!).length === 1)
          expect(forms, key).toHaveLength(1)
        else expect(forms.length, key).toBeLessThanOrEqual(most)
        for (const form of forms) expect(form.trim(), key).not.toBe('')
      }
  })

  it('are each said somewhere', () => {
    const files = execFileSync(
      'git',
      ['ls-files', '--cached', '--others', '--exclude-standard', 'app', 'core', 'server', 'shared'],
      {
        encoding: 'utf8',
      },
    )
    const code = files
      .split('\n')
      .filter((f) => /\.(ts|vue)$/.test(f) && !/\.test\.ts$/.test(f) && existsSync(f))
      .map((f) => readFileSync(f, 'utf8'))
      .join('\n')
    const said = new Set([...code.matchAll(/'(\w+)'/g)].map((m) => m[1]))
    for (const section of ['page', 'message'] as const)
      for (const key of Object.keys(WORDS.en[section]))
        expect(said.has(key), `${section}.${key} is never said`).toBe(true)
  })

  it.each([
    ['en', [1, 2, 21], ['One thing left', '2 things left', '21 things left']],
    [
      'pl',
      [1, 2, 5, 22, 25],
      ['Została jedna rzecz', 'Zostały 2 rzeczy', 'Zostało 5 rzeczy', 'Zostały 22 rzeczy', 'Zostało 25 rzeczy'],
    ],
    ['ar', [1, 2, 3, 11, 100], ['بقي شيء واحد', 'بقي شيئان', 'بقيت 3 أشياء', 'بقي 11 شيئًا', 'بقي 100 شيء']],
  ] as const)('take the form their number takes in %s', (language, numbers, words) => {
    const says = saysIn(language)
    expect(numbers.map((n) => says('left', { n }))).toEqual(words)
  })

  it('put in what is given as it is, whatever signs are in it', () => {
    const odd = '{n} | @:page $& <b>%'
    expect(saysIn('en')('signsNextOnly', { name: odd })).toBe(`${odd} signs next.`)
    expect(messageSays('en')('mAnswer', { question: odd })).toBe(`You asked: “${odd}”`)
    expect(recordSays('de')('eCopyTo', { address: odd })).toContain(odd)
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
    /^(?:Code|Document|Documents|Page|page|Signature|Date|date|Total|total|Text|text|SHA-256|Name|Note|Photo|Paper|no|No|minutes|e-mail|E-mail|\W|\d)*$/
  const ENGLISH =
    /(?<!\p{L})(?:the|and|your|you|are|has|have|with|when|please|signed|thank|everyone|this|that|from|been|here)(?!\p{L})/iu
  const other = Object.keys(LANGUAGE_NAMES).filter((l) => l !== 'en') as 'de'[]
  /** What stands in braces is put in, and belongs to no language. */
  const bare = (text: string) => text.replace(/\{\w+\}/g, '')
  const sets: [string, (language: 'de') => Record<string, string>, Record<string, string>][] = [
    ['the page', (l) => WORDS[l].page, WORDS.en.page],
    ['messages', (l) => WORDS[l].message, WORDS.en.message],
    ['the record', (l) => WORDS[l].record, WORDS.en.record],
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
    expect(roundWords(WORDS.en.message.mMessage, 'mMessage', 'de')).toBe(WORDS.de.message.mMessage)
    expect(roundWords('Hello {first}, see you there.', 'mMessage', 'de')).toBe('Hello {first}, see you there.')
  })
})
