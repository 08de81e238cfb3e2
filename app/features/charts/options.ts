import type { ApexOptions } from 'apexcharts'

export type Tone = 'moss' | 'tarn' | 'heather' | 'bracken'
/** What a chart shows: names along it, a series or more of whole numbers, and how one is said in words. */
export interface Figures {
  way: 'columns' | 'bars' | 'line'
  /** What the names are: Month, Age, Week. */
  of: string
  names: readonly string[]
  series: readonly { name: string; values: readonly number[]; tone: Tone; hatched?: boolean }[]
  words: (value: number) => string
  /** The same in fewer letters, for what stands on a column. */
  short: (value: number) => string
  /** A tone for each name instead of one for the series. */
  tones?: readonly Tone[]
  stacked?: boolean
  height: number
}

/** The tokens' values: what is drawn in SVG can't read them from the page. */
export const TONES: Record<Tone, string> = { moss: '#4b6b2f', tarn: '#2c6173', heather: '#6b3f78', bracken: '#a4471f' }
const INK = '#20302b'
const SOFT = '#55645e'
const LINE = '#d9d5c7'

const TOTAL = { color: INK, fontSize: '12px', fontWeight: 500 }
const LABEL = {
  style: { colors: [INK], fontSize: '12px', fontWeight: 500 },
  background: { enabled: false },
  dropShadow: { enabled: false },
}

/** How figures are drawn in the tokens' colours: hatched where two series stand together, values said where they stand. */
export function optionsOf(figures: Figures, nonce: string): ApexOptions {
  const { way, series, words, short, stacked, tones } = figures
  // A bar says its value beside its name; a column on its top.
  const names = figures.names.map((name, i) => (way === 'bars' ? [name, words(series[0]?.values[i] ?? 0)] : name))
  return {
    chart: {
      nonce,
      stacked: !!stacked,
      toolbar: { show: false },
      zoom: { enabled: false },
      animations: { enabled: false },
      fontFamily: 'Commissioner Variable, sans-serif',
      foreColor: SOFT,
      parentHeightOffset: 0,
    },
    colors: (tones ?? series.map((s) => s.tone)).map((t) => TONES[t]),
    plotOptions: {
      bar: {
        horizontal: way === 'bars',
        distributed: !!tones,
        borderRadius: 2,
        columnWidth: '62%',
        barHeight: '50%',
        dataLabels: {
          position: 'top',
          ...(stacked
            ? {
                total: {
                  enabled: true,
                  formatter: (value) => (Number(value) ? short(Number(value)) : ''),
                  style: TOTAL,
                },
              }
            : {}),
        },
      },
    },
    fill: series.some((s) => s.hatched)
      ? {
          type: series.map((s) => (s.hatched ? 'pattern' : 'solid')),
          pattern: {
            style: series.map((s) => (s.hatched ? 'slantedLines' : 'squares')),
            width: 5,
            height: 5,
            strokeWidth: 2,
          },
        }
      : { type: 'solid' },
    stroke: way === 'line' ? { width: 2 } : { width: 0 },
    dataLabels: {
      enabled: way === 'columns' && !stacked,
      formatter: (value) => (Number(value) ? short(Number(value)) : ''),
      offsetY: -18,
      ...LABEL,
    },
    grid: {
      padding: { top: 12 },
      borderColor: LINE,
      strokeDashArray: 0,
      xaxis: { lines: { show: false } },
      yaxis: { lines: { show: way !== 'bars' } },
    },
    legend: { show: false },
    states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
    tooltip: { y: { formatter: (value) => words(Number(value)) }, theme: 'light' },
    xaxis: {
      categories: names,
      axisBorder: { color: LINE },
      axisTicks: { show: false },
      labels: { show: way !== 'bars', rotate: 0, hideOverlappingLabels: true, style: { fontSize: '12px' } },
    },
    yaxis: { show: way === 'bars', labels: { style: { fontSize: '13px' }, maxWidth: 160 } },
  }
}

/** A small chart of one row of counts, without words: they stand beside it. */
export const sparkOf = (tone: Tone, nonce: string): ApexOptions => ({
  chart: { nonce, sparkline: { enabled: true }, animations: { enabled: false } },
  colors: [TONES[tone]],
  plotOptions: { bar: { columnWidth: '70%', borderRadius: 1 } },
  states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
  tooltip: { enabled: false },
})
