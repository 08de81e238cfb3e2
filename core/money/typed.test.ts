import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatMoney, majorString, minor } from './money'
import { readAmount, readDecimal, readPercent, typedDecimal, typedWords } from './typed'

const LOCALES = ['en-GB', 'de-DE', 'fr-FR', 'es-ES', 'pt-PT', 'pl-PL', 'de-CH', 'en-US', 'nl-NL', 'it-IT']

describe('money typed by people', () => {
  it.each([
    ['1.190,00', 119000, 119000],
    ['1 190,00', 119000, 119000],
    ['1,190.00', 119000, 119000],
    ['1\u202f190,00', 119000, 119000],
    ["1'190.00", 119000, 119000],
    ['2,074', 207400, 'ambiguous'],
    ['2.074', 'ambiguous', 207400],
    ['10,5', 1050, 1050],
    ['10.5', 1050, 1050],
    ['0,99', 99, 99],
    ['.5', 50, 50],
    ['1.190.000', 119000000, 119000000],
    ['£95', 9500, 9500],
    ['95 £', 9500, 9500],
    ['GBP 95', 9500, 9500],
    ['-5,00', -500, -500],
    ['−£5.00', -500, -500],
    ['1190', 119000, 119000],
    ['10,005', 1000500, 'ambiguous'],
    ['1,19,0', 'not a number', 'not a number'],
    ['12..5', 'not a number', 'not a number'],
    ['1.2.3', 'not a number', 'not a number'],
    ['12 34', 'not a number', 'not a number'],
    ['1.0001', 'too fine', 'too fine'],
    ['free', 'not a number', 'not a number'],
    ['', 'not a number', 'not a number'],
    ['0x10', 'not a number', 'not a number'],
    ['1e3', 'not a number', 'not a number'],
    ['99999999999999', 'too large', 'too large'],
  ])('%s is %s in Britain and %s in Germany', (text, british, german) => {
    const read = (locale: string) => {
      const typed = readAmount(text, 'GBP', locale)
      return 'value' in typed ? typed.value : typed.problem
    }
    expect([read('en-GB'), read('de-DE')]).toEqual([british, german])
  })
  it('reads every amount as it is written where somebody is, and as it is shown to be typed on', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -99_999_999, max: 99_999_999 }),
        fc.constantFrom(...LOCALES),
        fc.constantFrom('GBP', 'EUR', 'JPY', 'PLN', 'CHF'),
        (n, locale, currency) => {
          const amount = minor(n)
          expect(readAmount(formatMoney(amount, currency, locale), currency, locale)).toEqual({ value: amount })
          const typed = typedDecimal(majorString(amount, currency), locale)
          expect(readAmount(typed, currency, locale)).toEqual({ value: amount })
        },
      ),
    )
  })
  it('never takes anything for nothing: what it reads has the figures that were typed', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom(...'0123456789.,  -€%x'), maxLength: 12 }),
        fc.constantFrom(...LOCALES),
        (text, locale) => {
          const read = readDecimal(text, locale)
          if ('problem' in read) return
          const figures = (s: string) => s.replace(/\D/g, '').replace(/^0+/, '').replace(/0+$/, '')
          expect(figures(read.value)).toBe(figures(text))
          expect(read.value).toMatch(/^-?\d+(\.\d{1,4})?$/)
        },
      ),
    )
  })
  it.each([
    ['10,5 %', 'de', '10.5'],
    ['10.5%', 'en', '10.5'],
    ['20', 'fr', '20'],
    ['7,75', 'en', '7.75'],
  ])('%s is a percentage in %s', (text, locale, value) => expect(readPercent(text, locale)).toEqual({ value }))
  it.each([
    ['1,5', 'de', '1.5'],
    ['34,5', 'en', '34.5'],
    ['1.250', 'en', '1.250'],
    ['1,250', 'en', '1250'],
    ['1.250', 'de', '1250'],
    ['0,0001', 'fr', '0.0001'],
  ])('a quantity of %s in %s is %s', (text, locale, value) => expect(readDecimal(text, locale)).toEqual({ value }))
  it('says what is wrong, and how to write it', () => {
    expect(typedWords('ambiguous', '2,074', 'de')).toBe('“2,074” can be read in two ways. Write 2074 or 2,07.')
    expect(typedWords('not a number', 'free', 'de')).toContain('1190,50')
    expect(typedWords('too fine', '1.234567', 'en')).toContain('point')
  })
})
