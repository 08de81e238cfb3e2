import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { TONES, type Figures, optionsOf } from './options'

const months: Figures = {
  way: 'columns',
  of: 'Month',
  names: ['Jan', 'Feb'],
  series: [
    { name: 'paid', values: [1200, 0], tone: 'moss' },
    { name: 'agreed', values: [300, 50], tone: 'tarn', hatched: true },
  ],
  words: (n) => `£${n / 100}`,
  short: (n) => `£${Math.round(n / 100)}`,
  stacked: true,
  height: 180,
}

describe('a chart', () => {
  it('has the values of the tokens', () => {
    const css = readFileSync('app/assets/tokens.css', 'utf8')
    for (const [tone, value] of Object.entries(TONES)) expect(css).toContain(`--${tone}: ${value};`)
  })

  it('tells series apart by hatch as well as by hue', () => {
    const { fill, colors } = optionsOf(months, '')
    expect(fill!.type).toEqual(['solid', 'pattern'])
    expect(colors).toEqual([TONES.moss, TONES.tarn])
  })

  it('says values in words where they are pointed at, and carries the page’s nonce', () => {
    const options = optionsOf(months, 'n0nce')
    const { formatter } = options.tooltip!.y as { formatter(value: number): string }
    expect(formatter(1200)).toBe('£12')
    expect(options.chart!.nonce).toBe('n0nce')
  })

  it('labels bars directly, each in its own tone', () => {
    const bars: Figures = { ...months, way: 'bars', series: [months.series[0]!], tones: ['tarn', 'bracken'] }
    const options = optionsOf(bars, '')
    expect(options.xaxis!.categories).toEqual([
      ['Jan', '£12'],
      ['Feb', '£0'],
    ])
    expect(options.colors).toEqual([TONES.tarn, TONES.bracken])
    expect(options.plotOptions!.bar!.horizontal).toBe(true)
  })
})
