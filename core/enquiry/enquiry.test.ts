import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isDay } from '../calendar/dates'
import { readEnquiry } from './read'
import * as de from './set/de'
import * as en from './set/en'
import * as es from './set/es'
import * as fr from './set/fr'
import { KNOWN } from './set/known'
import { score } from './set/score'
import { flat } from './text'
import { ENQUIRY_MAX, type Enquiry, type Read, type Span } from './types'
import { allowed } from '../../tests/support/pace'

const SETS = { en, de, fr, es }
const languages = ['en', 'de', 'fr', 'es'] as const
const read = (text: string, language: keyof typeof SETS = 'en') => readEnquiry(text, KNOWN[language])

describe('eighty enquiries in four languages and six styles', () => {
  it.each(languages)('are read as they say, in %s', (language) => {
    for (const cases of [SETS[language].SEEN, SETS[language].HELD]) {
      const { right, wrong, invented } = score(cases, KNOWN[language])
      expect(invented).toEqual([])
      expect(right / (right + wrong.length), wrong.join('\n')).toBeGreaterThanOrEqual(0.95)
    }
  })
})

describe('when', () => {
  const starts = (text: string, language: keyof typeof SETS = 'en') => {
    const { starts: s, ends } = read(text, language)
    return [s.value ?? s.or.join(' or '), ends.value]
  }
  it.each([
    ['a wedding on 12 June 2027', '2027-06-12', null],
    ['12th of June, 4pm - 9pm', '2027-06-12T16:00', '2027-06-12T21:00'],
    ['June 12th', '2027-06-12', null],
    ['Friday 12 June 2027', '2027-06-11 or 2027-06-12', null],
    ['from 9pm to 2am on Saturday 12 June', '2027-06-12T21:00', '2027-06-13T02:00'],
    ['at 17:00 on 12 March', '2027-03-12T17:00', null],
    ['12 June, 9pm to 2am', '2027-06-12T21:00', '2027-06-13T02:00'],
    ['2027-06-12', '2027-06-12', null],
    ['12/6/27', '2027-06-12', null],
    ['either 5 March or 2 April', '2027-03-05 or 2027-04-02', null],
    ['19 or 26 June, from 4pm', '2027-06-19T16:00 or 2027-06-26T16:00', null],
    ['28 February to 2 March', '2027-02-28', '2027-03-02'],
    ['30 November', '2026-11-30', null],
    ['27 November', '2027-11-27', null],
    ['on 12 June 2025 we had it too', '', null],
    ['the last weekend of June', '2027-06-26', '2027-06-27'],
    ['let me know by 3 May', '', null],
    ['some day in June', '', null],
    ['31 June', '', null],
    ['29 February', '2028-02-29', null],
    ['it costs 12.50 and measures 2.40', '', null],
  ])('%s', (text, from, to) => expect(starts(text)).toEqual([from, to]))

  it('is read in the order days are written where the business is', () => {
    expect(starts('6/12/2027')[0]).toBe('2027-12-06')
    const american = { ...KNOWN.en, locale: 'en-US', country: 'US' as const }
    expect(readEnquiry('6/12/2027', american).starts.value).toBe('2027-06-12')
  })
})

describe('how many', () => {
  it.each([
    ['20 to 25 people', '20 or 25', null],
    ['two adults and three kids', '5', 3],
    ['a retreat for 12, please', '12', null],
    ['for 3 days', '', null],
    ['for 14 March', '', null],
    ['we are 30 minutes away', '', null],
    ['a dozen guests', '12', null],
    ['2 saunas for 40 people', '40', null],
  ])('%s', (text, people, children) => {
    const got = read(text)
    expect([String(got.people.value ?? got.people.or.join(' or ')), got.children.value]).toEqual([people, children])
  })
})

describe('what of it', () => {
  it('leaves a choice of kind open, and takes a slip of the pen', () => {
    expect(read('a retreat or a lakeside session').kind.or).toEqual(['retreat', 'session'])
    expect(read('the horesbox please').items).toMatchObject([{ id: 'horsebox', quantity: 1 }])
    expect(read('it was a cold day').items).toEqual([])
  })
  it('tells two items of the same first word apart where one’s whole name stands there', () => {
    const items = [
      { id: 'long', description: 'Festzelt, 6 × 12 m' },
      { id: 'short', description: 'Festzelt, 6 × 6 m' },
      { id: 'chair', description: 'Klappstuhl' },
    ]
    const known = { ...KNOWN.de, items: items.map((i) => ({ ...KNOWN.de.items[0]!, ...i })) }
    const found = (text: string) => readEnquiry(text, known).items.map((i) => [i.id, i.quantity])
    expect(found('ein Festzelt, 6 x 12 m, dazu 60 Klappstühle')).toEqual([
      ['long', 1],
      ['chair', 60],
    ])
    expect(found('ein Festzelt 6×6 m')).toEqual([['short', 1]])
    expect(found('ein Festzelt')).toEqual([])
  })
  it('reads amounts as the locale writes them', () => {
    expect(read('budget of £1,250.50').budget.value).toBe('1250.50')
    expect(read('Budget 1.250,50 €', 'de').budget.value).toBe('1250.50')
    expect(read('up to 300 people').budget.value).toBeNull()
  })
})

describe('who', () => {
  it('is nobody of the business, and nobody of older mail', () => {
    const got = read(
      'Yes please.\n\nOn Mon, 23 Nov 2026, Larkmoor Saunas <hello@larkmoor.example> wrote:\n> Best, Maren Fosse\n> 020 7946 0000',
    )
    expect([got.name.value, got.email.value, got.phone.value, got.known]).toEqual([null, null, null, null])
  })
  it('is a contact the business knows only by address, number or whole name', () => {
    expect(read('Thanks, Ines').known).toBeNull()
    expect(read('x\n\nThanks\nInes Marlow').known).toBe('ines')
    expect(read('ring +44 1632 960508').known).toBe('ines')
    expect(read('INES@marlow.example').known).toBe('ines')
  })
})

const reads = (e: Enquiry): Read<unknown>[] => [
  e.name,
  e.organisation,
  e.email,
  e.phone,
  e.starts,
  e.ends,
  e.place,
  e.people,
  e.children,
  e.kind,
  e.budget,
  ...Object.values(e.facts),
]
describe('any text', () => {
  const piece = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 12 }),
    fc.constantFrom(...languages.flatMap((l) => SETS[l].SEEN.map((c) => c[1].slice(0, 200)))),
    fc.constantFrom(
      '12 ',
      'June ',
      ' to ',
      '2.50',
      '£',
      ': ',
      '\n',
      '> ',
      'for ',
      '@x.example',
      '\u0130',
      'ﬁ',
      '12–14 juni ',
      'tomorrow ',
    ),
  )
  it('is read without failing, each thing where it stands, days that there are, and the same again', () => {
    fc.assert(
      fc.property(
        fc.array(piece, { maxLength: 12 }).map((p) => p.join('')),
        (text) => {
          const got = read(text)
          const spans: Span[] = [...reads(got).flatMap((r) => r.at), ...got.items.flatMap((i) => i.at), ...got.folded]
          for (const { from, to } of spans) expect(0 <= from && from <= to && to <= text.length).toBe(true)
          for (const r of reads(got)) expect(r.value === null || r.or.length === 0).toBe(true)
          for (const day of [got.starts, got.ends].flatMap((r) => [r.value, ...r.or]))
            if (day) expect(isDay(day.slice(0, 10))).toBe(true)
          for (const word of [got.name, got.email, got.phone, got.place])
            if (word.value && word.at[0]) expect(text).toContain(word.value)
          expect(read(text)).toEqual(got)
          expect(flat(text)).toHaveLength(text.length)
        },
      ),
      { numRuns: 300 },
    )
  })
  it('as long as one can be, and made to be slow, is read in time', () => {
    for (const evil of [
      'A'.repeat(ENQUIRY_MAX),
      'Aa '.repeat(7000),
      '1 '.repeat(10000),
      '12 or '.repeat(3400),
      'a@'.repeat(10000),
      '0 1-'.repeat(5000),
      'from sunday to '.repeat(1300),
      'for two of '.repeat(1800),
    ]) {
      const began = performance.now()
      read(evil)
      const took = performance.now() - began
      expect(took, evil.slice(0, 12)).toBeLessThan(allowed(1500, took))
    }
  })
})
