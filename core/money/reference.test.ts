import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { majorString, minor } from './money'
import { paymentCode } from './payment-qr'
import { isReference, referenceOf, referencesIn, spaced } from './reference'

const number = fc.integer({ min: 10_000, max: 9_999_999 })

describe('a reference to pay with', () => {
  it('is that of the standard', () => {
    // ISO 11649's own example; then whole numbers, R = 27 and F = 15.
    expect(isReference('RF18539007547034')).toBe(true)
    expect(isReference('RF19539007547034')).toBe(false)
    fc.assert(
      fc.property(number, (n) => {
        const check = 98n - (BigInt(`${n}271500`) % 97n)
        expect(referenceOf(n)).toBe(`RF${String(check).padStart(2, '0')}${n}`)
        expect(isReference(referenceOf(n))).toBe(true)
      }),
    )
    expect(spaced('RF2510001')).toBe('RF25 1000 1')
  })

  it('is found again in a line of a statement, however it was typed', () => {
    fc.assert(
      fc.property(
        number,
        fc.constantFrom('', ' ', '-', '.'),
        fc.constantFrom('', ' 12.11.2026', ' INV 7', ' THANK YOU'),
        fc.boolean(),
        (n, gap, behind, lower) => {
          const one = referenceOf(n)
          const typed = one.replace(/.{4}(?=.)/g, `$&${gap}`)
          const line = `FPS CREDIT MARLOW I ${lower ? typed.toLowerCase() : typed}${behind}`
          expect(referencesIn(line).flatMap((f) => f.readings)).toContain(one)
        },
      ),
    )
  })

  it('tells of a digit that is wrong, or two that were exchanged', () => {
    fc.assert(
      fc.property(number, fc.nat(), fc.integer({ min: 1, max: 9 }), (n, at, by) => {
        const digits = [...referenceOf(n).slice(2)].map(Number)
        const i = at % digits.length
        const wrong = digits.map((d, k) => (k === i ? (d + by) % 10 : d))
        expect(isReference(`RF${wrong.join('')}`)).toBe(false)
        const k = at % (digits.length - 1)
        const swapped = [...digits]
        swapped.splice(k, 2, digits[k + 1]!, digits[k]!)
        if (digits[k] !== digits[k + 1]) expect(isReference(`RF${swapped.join('')}`)).toBe(false)
      }),
    )
    expect(referencesIn('paid RF80 1000 1')).toEqual([{ readings: [], broken: 'RF8010001' }])
    expect(referencesIn('nothing here, RF or other')).toEqual([])
  })
})

describe('a code to pay by', () => {
  const of = {
    name: 'Zelt & Licht Brandner',
    bank: 'Brandner, IBAN DE89 3704 0044 0532 0130 00',
    currency: 'EUR',
    amount: minor(12_345),
    reference: 'RF2510001',
  }
  it('says whom, where, how much to the cent and for what, as EPC069-12 has it', () => {
    expect(paymentCode(of)!.split('\n')).toEqual([
      ...['BCD', '002', '1', 'SCT', '', 'Zelt & Licht Brandner', 'DE89370400440532013000', 'EUR123.45'],
      ...['', 'RF2510001', '', ''],
    ])
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 99_999_999_999 }), (n) => {
        const amount = minor(n)
        expect(paymentCode({ ...of, amount })!.split('\n')[7]).toBe(`EUR${majorString(amount, 'EUR')}`)
      }),
    )
  })
  it('is none where a bank could not read it', () => {
    expect(paymentCode({ ...of, currency: 'GBP' })).toBeNull()
    expect(paymentCode({ ...of, bank: 'Sort code 00-00-00' })).toBeNull()
    expect(paymentCode({ ...of, amount: minor(0) })).toBeNull()
    expect(paymentCode({ ...of, name: 'Ä\nB'.repeat(60) })!.split('\n')).toHaveLength(12)
  })
})
