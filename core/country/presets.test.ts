import { describe, expect, it } from 'vitest'
import { isTimeZone } from '../calendar/dates'
import { isDecimal, minorDigits } from '../money/money'
import { countryCodes, countryName, hasPostcode, presetOf } from './presets'

describe.each(countryCodes)('what is usual in %s', (code) => {
  const usual = presetOf(code)
  it('is what the platform knows: currency, language, zones, week', () => {
    expect(Intl.supportedValuesOf('currency')).toContain(usual.currency)
    expect(minorDigits(usual.currency)).toBe(2)
    expect(new Intl.Locale(usual.locale)).toMatchObject({ region: code })
    for (const zone of [usual.timeZone, ...usual.otherZones]) expect(isTimeZone(zone)).toBe(true)
    // The first day of the week by the Unicode locale data that comes with the platform.
    const locale = new Intl.Locale(usual.locale) as Intl.Locale & { weekInfo?: { firstDay: number } }
    if (locale.weekInfo) expect(usual.weekStart).toBe(locale.weekInfo.firstDay)
    expect(usual.workingDays).toEqual([1, 2, 3, 4, 5])
    expect(usual.paper).toBe(['US', 'CA'].includes(code) ? 'Letter' : 'A4')
  })
  it('has rates that can be charged, an example of its postcodes, and what an invoice shows', () => {
    const { rates } = usual.tax
    expect(rates.length).toBeGreaterThan(0)
    expect(new Set(rates.map((r) => r.rate)).size).toBe(rates.length)
    for (const { rate, words } of rates) {
      expect(isDecimal(rate) && Number(rate) >= 0 && Number(rate) < 30).toBe(true)
      expect(words).not.toBe('')
    }
    expect(usual.postcode.like).toMatch(new RegExp(usual.postcode.pattern))
    expect(usual.invoiceShows).toEqual(expect.arrayContaining(['number', 'issued', 'seller', 'buyer']))
  })
  it('tells an address with its postcode from one without', () => {
    const usual = presetOf(code)
    expect(hasPostcode(`1 Mill Lane\n${usual.postcode.like} Upper Town`, usual)).toBe(true)
    expect(hasPostcode('1 Mill Lane\nUpper Town', usual)).toBe(false)
  })

  it('has a name', () => {
    expect(countryName(code)).not.toBe(code)
    expect(countryName(code, 'de')).not.toBe('')
  })
})
