import { median as middle, sendToList } from '../load/signing'
import type { TestServer } from '../../tests/support/server'
import { type Figure, median } from './measure'

/** Opens every page of `urls`, so many at once; milliseconds of each, and of all. */
async function openAll(urls: readonly string[], atOnce: number): Promise<{ each: number[]; all: number }> {
  const each: number[] = []
  const left = [...urls]
  const begun = performance.now()
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      for (let url = left.shift(); url; url = left.shift()) {
        const start = performance.now()
        const response = await fetch(url)
        const text = await response.text()
        if (response.status !== 200 || !text.includes('</html>')) throw new Error(`${response.status} at a page`)
        each.push(performance.now() - start)
      }
    }),
  )
  return { each, all: performance.now() - begun }
}

/** A hundred people opening theirs at once, and how many pages are drawn a second, beside the health route. */
export async function opening(server: TestServer): Promise<Figure[]> {
  const { tokens } = await sendToList(server, 100, 'benchopen')
  const urls = tokens.map((token) => `${server.origin}/s/${token}`)
  await openAll(urls.slice(0, 20), 4)
  const idle: number[] = []
  for (let i = 0; i < 200; i += 1) {
    const begun = performance.now()
    await (await fetch(`${server.origin}/api/health`)).arrayBuffer()
    idle.push(performance.now() - begun)
  }
  const baseline = median(idle)
  const { each } = await openAll(urls, 100)
  const steady = await openAll([...urls, ...urls, ...urls], 8)
  const rate = (3 * urls.length) / (steady.all / 1000)
  return [
    {
      name: '100 open theirs at once, the median',
      value: middle(each),
      unit: 'ms',
      baseline,
      ratio: middle(each) / baseline,
      goal: { value: 1000 },
    },
    {
      name: 'signers’ pages drawn',
      value: rate,
      unit: 'req/s',
      baseline: 1000 / baseline,
      ratio: 1000 / baseline / rate,
      goal: { least: 150 },
    },
  ]
}
