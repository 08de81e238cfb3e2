import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgeDocument } from './judge'
import { readLicence } from './licence'
import { readMrz } from './mrz'
import { distance, sameName } from './names'

describe('machine-readable zones', () => {
  // The specimens printed in ICAO 9303 parts 4, 6 and 5.
  const TD3 = ['P<UTOERIKSSON<<ANNA<MARIA<<<<<<<<<<<<<<<<<<<', 'L898902C36UTO7408122F1204159ZE184226B<<<<<10']
  const TD2 = ['I<UTOERIKSSON<<ANNA<MARIA<<<<<<<<<<<', 'D231458907UTO7408122F1204159<<<<<<<6']
  const TD1 = ['I<UTOD231458907<<<<<<<<<<<<<<<', '7408122F1204159UTO<<<<<<<<<<<6', 'ERIKSSON<<ANNA<MARIA<<<<<<<<<<']
  it.each([
    [TD3, 'passport', 'L898902C3'],
    [TD2, 'identity card', 'D23145890'],
    [TD1, 'identity card', 'D23145890'],
  ])('%o', (lines, kind, number) => {
    const name = { given: 'ANNA MARIA', family: 'ERIKSSON' }
    expect(readMrz(lines, 2026)).toEqual({
      kind,
      ...name,
      number,
      born: '1974-08-12',
      expires: '2012-04-15',
      badDigits: [],
    })
  })
  it('notices any single changed digit of what check digits guard', () => {
    const guarded = fc.constantFrom(1, 2, 3, 4, 5, 6, 8, 13, 14, 15, 16, 17, 18, 21, 22, 23, 24, 25, 26)
    fc.assert(
      fc.property(guarded, fc.integer({ min: 1, max: 9 }), (at, by) => {
        const c = TD3[1]![at]!
        const other = /\d/.test(c) ? String((Number(c) + by) % 10) : '8'
        const line = TD3[1]!.slice(0, at) + other + TD3[1]!.slice(at + 1)
        expect(readMrz([TD3[0]!, line], 2026)!.badDigits).not.toEqual([])
      }),
    )
  })
  it('reads nothing from what is none', () => expect(readMrz(['HELLO', 'WORLD'], 2026)).toBeNull())
})

describe('licence barcodes', () => {
  it('gives the elements of the standard', () =>
    expect(
      readLicence(
        '@\n\u001e\rANSI 636000100002DL00410278DLDAQT64235789\nDCSMARLOW\nDACINES\nDADRUTH\nDBB06121988\nDBA06122031\n',
      ),
    ).toEqual({
      kind: 'driving licence',
      given: 'INES RUTH',
      family: 'MARLOW',
      number: 'T64235789',
      born: '1988-06-12',
      expires: '2031-06-12',
      badDigits: [],
    }))
  it('reads nothing from another barcode', () => expect(readLicence('https://larkmoor.example')).toBeNull())
})

describe('names', () => {
  it.each([
    ['Ines Marlow', 'MARLOW INES', true, true, true],
    ['Łukasz Wójcik', 'LUKASZ WOJCIK', true, true, true],
    ['Jürgen Größe', 'JUERGEN GROESSE', true, true, true],
    ['Ines Marlow', 'INES RUTH MARLOW', false, true, true],
    ['Ines Marlow', 'INES MARLOWE', false, true, true],
    ['I. Marlow', 'INES MARLOW', false, false, true],
    ['John Smith', 'JANE SMITH', false, false, false],
    ['Dario Marlow', 'INES MARLOW', false, false, false],
    ['Marlow', 'INES MARLOW', false, false, false],
    ['', 'INES MARLOW', false, false, false],
  ])('%s and %s: exact %s, close %s, loose %s', (a, b, exact, close, loose) =>
    expect([sameName(a, b, 'exact'), sameName(a, b, 'close'), sameName(a, b, 'loose')]).toEqual([exact, close, loose]),
  )
  it('is fair: the same either way round, and never stricter when it is looser', () => {
    const word = fc.string({ unit: fc.constantFrom(...'abcdeéł'), minLength: 1, maxLength: 6 })
    const name = fc.array(word, { minLength: 1, maxLength: 4 }).map((w) => w.join(' '))
    fc.assert(
      fc.property(name, name, (a, b) => {
        for (const t of ['exact', 'close', 'loose'] as const) expect(sameName(a, b, t)).toBe(sameName(b, a, t))
        expect(sameName(a, a, 'exact')).toBe(true)
        if (sameName(a, b, 'exact')) expect(sameName(a, b, 'close')).toBe(true)
        expect(distance(a, b)).toBe(distance(b, a))
      }),
    )
  })
})

describe('a verdict', () => {
  const document = {
    kind: 'passport' as const,
    given: 'INES',
    family: 'MARLOW',
    number: 'X1234567',
    born: '1988-06-12',
    expires: '2031-06-12',
    badDigits: [] as string[],
  }
  const asked = { face: 'not asked' as const, live: 'not asked' as const }
  const read = (over: Partial<typeof document> = {}) => ({ document: { ...document, ...over }, ...asked })
  it.each([
    [read(), true, ''],
    [read({ expires: '2026-05-31' }), false, 'an expired document'],
    [read({ expires: '2026-06-01' }), true, ''],
    [read({ badDigits: ['document number'] }), false, 'a check digit that is wrong'],
    [read({ given: 'DARIO' }), false, 'another name'],
    [{ document: null, ...asked }, false, 'nothing to be read'],
    [{ ...read(), face: 'none' as const }, false, 'no face'],
    [{ ...read(), live: 'no' as const }, false, 'not taken live'],
  ])('%#', (result, ok, code) => {
    const verdict = judgeDocument(result, { name: 'Ines Marlow', today: '2026-06-01', tolerance: 'close' })
    expect([verdict.ok, verdict.ok ? '' : verdict.code]).toEqual([ok, code])
  })
})
