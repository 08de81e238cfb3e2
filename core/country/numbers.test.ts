import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { taxNumberProblem } from './numbers'
import { bankProblem } from './bank'
import { countryCodes } from './presets'

// Published examples and numbers made up by the published rule.
const GOOD = [
  ['DE', 'DE 136 695 976'],
  ['DE', '12/345/67890'],
  ['AT', 'ATU13585627'],
  ['CH', 'CHE-100.155.212 MWST'],
  ['FR', 'FR 40 303 265 045'],
  ['IT', 'IT00743110157'],
  ['BE', 'BE0776091951'],
  ['PL', 'PL5260001246'],
  ['PT', 'PT501964843'],
  ['AU', '51 824 753 556'],
  ['NL', 'NL004495445B01'],
  ['IE', 'IE6433435F'],
  ['ES', 'ESB58378431'],
  ['GB', 'GB 980 7806 84'],
] as const

describe('a tax number', () => {
  it.each(GOOD)('of %s is taken: %s', (country, number) => {
    expect(taxNumberProblem(country, number)).toBeNull()
    expect(taxNumberProblem(country, number.toLowerCase().replace(/ /g, ''))).toBeNull()
  })
  it.each(GOOD.filter(([c, n]) => !['NL', 'IE', 'ES'].includes(c) && !n.includes('/')))(
    'of %s is refused with any one digit wrong: %s',
    (country, number) => {
      const places = [...number].flatMap((c, i) => (/\d/.test(c) ? [i] : []))
      fc.assert(
        fc.property(fc.constantFrom(...places), fc.integer({ min: 1, max: 9 }), (at, by) => {
          const wrong = number.slice(0, at) + String((Number(number[at]) + by) % 10) + number.slice(at + 1)
          // Two of the British sums stand side by side: what one refuses the other may take.
          if (country !== 'GB') expect(taxNumberProblem(country, wrong)).not.toBeNull()
        }),
      )
    },
  )
  it('says what is wrong, and lets be what is empty or unknown here', () => {
    expect(taxNumberProblem('DE', 'DE 136 695 975')).toMatch(/check digits/)
    expect(taxNumberProblem('DE', 'abc')).toMatch(/such as/)
    for (const c of countryCodes) expect(taxNumberProblem(c, ' ')).toBeNull()
    expect(taxNumberProblem('US', '12-3456789')).toBeNull()
  })
  it('never throws', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...countryCodes),
        fc.string({ unit: 'binary' }),
        (c, t) => void taxNumberProblem(c, t),
      ),
    )
  })
})

describe('the account somebody is paid to', () => {
  it.each([
    ['Brandner GbR, IBAN DE89 3704 0044 0532 0130 00', null],
    ['NL91ABNA0417164300 BIC ABNANL2A', null],
    ['Larkmoor Saunas Ltd, sort code 00-00-00, account 00000000', null],
    ['', null],
    ['DE89 3704 0044 0532 0130 01', 'no IBAN'],
    ['GB29 NWBK 6016 1331 9268 1', 'no IBAN'],
    ['BIC: 12345678', 'no BIC'],
  ])('%s: %s', (text, wrong) => {
    if (wrong) expect(bankProblem(text)).toContain(wrong)
    else expect(bankProblem(text)).toBeNull()
  })
})
