import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { minor } from '../money/money'
import { readLimits } from '../pricing/limits'
import { linesIn } from '../pricing/said'
import { plainCell } from '../text/spreadsheet'
import { encodingOf, readTable, textOf } from '../tables/table'
import { priceOn } from './item'
import { guessItems, itemOf, matchItems } from './table'

const WHERE = { currency: 'EUR', locale: 'de-DE', taxRate: '19' }
const bytes = (text: string) => new TextEncoder().encode(text)
const read = (text: string, where = WHERE) => {
  const file = readTable(textOf(bytes(text), encodingOf(bytes(text))), 'utf-8', 'items')
  return file.rows.map((r) => itemOf(r, guessItems(file.heads), where))
}

describe('a table of priced items', () => {
  it('is read as it is written where the business is, with the usual tax where it says none', () => {
    const [a, b] = read(
      'Artikelnummer;Bezeichnung;Einheit;Preis;MwSt;Gruppe;Farbe\nZ-612;"Festzelt, 6 × 12 m";Tage;1.190,50 €;7 %;Zelte;weiß\n;Aufbau;Std.;48;;;',
    )
    expect(a).toEqual({
      item: {
        code: 'Z-612',
        description: 'Festzelt, 6 × 12 m',
        unit: 'Tage',
        unitPrice: 119_050,
        taxRate: '7',
        group: 'Zelte',
        stock: null,
      },
    })
    expect(b).toMatchObject({ item: { code: '', unitPrice: 4_800, taxRate: '19' } })
  })
  it.each([
    ['Name;Preis\n;5', 'doesn’t say what it is'],
    ['Name;Preis\nZelt;viel', 'isn’t a number'],
    ['Name;Preis\nZelt;-3', 'below 0'],
    ['Name;Preis;MwSt\nZelt;3;190', 'no tax rate'],
    ['Name;Preis\nZ\uFFFDlt;3', 'encoding'],
  ])('says what is wrong in %j', (text, why) =>
    expect(read(text)[0]).toMatchObject({ wrong: expect.stringContaining(why) }),
  )

  it('says the same when it went through a spreadsheet, also what looks like a formula', () =>
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 60 }), (what) => {
        const clean = what.trim()
        fc.pre(clean !== '' && !clean.includes('\uFFFD'))
        const got = itemOf([plainCell(clean), '3'], ['description', 'price'], WHERE)
        expect(got).toMatchObject({ item: { description: clean } })
      }),
    ))
})

describe('an item that is there', () => {
  const there = [
    { id: 'tent', code: 'Z1', description: 'Tent' },
    { id: 'bare', code: '', description: 'Setting up' },
  ]
  it('is known by its code, else by what it is called; twice in one file is told', () => {
    const rows = [
      { code: 'z1', description: 'Another name' },
      { code: '', description: 'setting up ' },
      { code: '', description: 'Tent' },
      { code: 'Z9', description: 'Tent' },
      { code: 'Z8', description: 'Setting up' },
      null,
      { code: 'Z1', description: 'Tent' },
    ]
    expect(matchItems(rows, there)).toEqual(['tent', 'bare', 'tent', null, 'bare', null, 0])
  })
})

describe('what an item costs', () => {
  const item = {
    unitPrice: minor(100),
    prices: [
      { from: '2027-05-01', unitPrice: minor(130) },
      { from: '2027-01-01', unitPrice: minor(120) },
    ],
  }
  it.each([
    ['2026-12-31', 100],
    ['2027-01-01', 120],
    ['2027-04-30', 120],
    ['2030-01-01', 130],
  ])('on %s is %i', (day, price) => expect(priceOn(item, day, '2026-01-01')).toBe(price))
  it('without a day is today’s', () => expect(priceOn(item, null, '2027-02-02')).toBe(120))
})

describe('a line', () => {
  const line = {
    key: 'a',
    description: 'Tent',
    unit: 'days',
    words: { de: { description: 'Zelt', unit: 'Tage' }, fr: { description: 'Tente', unit: '' } },
  }
  it.each([
    ['de', 'Zelt', 'Tage'],
    ['de-AT', 'Zelt', 'Tage'],
    ['fr', 'Tente', 'days'],
    ['pl', 'Tent', 'days'],
  ])('in %s says %s, in %s', (language, description, unit) =>
    expect(linesIn([line], language)[0]).toMatchObject({ key: 'a', description, unit }),
  )
})

describe('limits of a quantity', () => {
  it.each([
    ['4–12', 'en-GB', { min: '4', max: '12', step: '1' }],
    ['0,5 - 3', 'de-DE', { min: '0.5', max: '3', step: '1' }],
    ['12–4', 'en-GB', null],
    ['4', 'en-GB', null],
    ['1-2-3', 'en-GB', null],
  ])('%j in %s', (text, locale, limits) => expect(readLimits(text, locale)).toEqual(limits))
})
