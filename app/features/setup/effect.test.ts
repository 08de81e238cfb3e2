import { describe, expect, it } from 'vitest'
import { countryCodes, presetOf } from '../../../core/country/presets'
import { effectOf } from './effect'

const bare = (s: string) => s.replace(/\u00a0|\u202f/g, ' ')
const at = (country: (typeof countryCodes)[number], pricing: 'inside' | 'top' | 'none', amount = 119_000) => {
  const usual = presetOf(country)
  const answers = { usual, pricing, taxRate: usual.tax.rates[0]!.rate, currency: usual.currency }
  const made = effectOf(answers, { words: 'Zelt', amount }, '2026-11-28')
  return { ...made, rows: made.rows.map((r) => [bare(r.words), bare(r.amount)]) }
}

describe('what the answers of the first start do to an invoice', () => {
  it('in Germany, tax inside: the total first, what is in it after', () => {
    const { title, rows, when } = at('DE', 'inside')
    expect(title).toBe('Rechnung')
    expect(rows[0]![1]).toBe('1.190,00 €')
    expect(rows[1]![1]).toBe('190,00 €')
    expect(when).toBe('28.11.2026, 16:00')
  })
  it('in Britain, tax on top: net, tax, total', () => {
    expect(at('GB', 'top', 10_000).rows.map((r) => r[1])).toEqual(['£100.00', '£20.00', '£120.00'])
    expect(at('GB', 'top').when).toContain('28 Nov 2026')
  })
  it.each(countryCodes)('adds up in %s, however prices are told', (country) => {
    for (const pricing of ['inside', 'top', 'none'] as const) {
      const { rows } = at(country, pricing)
      expect(rows.length).toBe(pricing === 'none' ? 1 : pricing === 'top' ? 3 : 2)
      expect(rows.flat().join('')).not.toMatch(/NaN|undefined|\{/)
    }
  })
})
