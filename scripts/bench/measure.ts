/** One figure: what it took here, what the bare thing took in the same process, and how many times that is. */
export interface Figure {
  name: string
  value: number
  unit: 'ms' | 'req/s' | 'MB' | 'kB' | '%' | 'keys'
  baseline: number
  /** How many times slower than the baseline: below 1 is faster. */
  ratio: number
  /** What the ratio, or the value itself, should stay under. */
  goal: { ratio?: number; value?: number; least?: number }
}

export const median = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!

async function timed(work: () => unknown): Promise<number> {
  const start = performance.now()
  await work()
  return performance.now() - start
}

/**
 * Runs ours and the bare thing in turn, so that a slow moment of the machine falls on both, and compares medians.
 * The first runs warm up and do not count.
 */
export async function compare(
  name: string,
  runs: number,
  ours: () => unknown,
  bare: () => unknown,
  goal: Figure['goal'],
): Promise<Figure> {
  const a: number[] = []
  const b: number[] = []
  const warmUp = Math.min(5, runs)
  for (let i = 0; i < runs + warmUp; i += 1) {
    const [mine, theirs] = [await timed(ours), await timed(bare)]
    if (i >= warmUp) {
      a.push(mine)
      b.push(theirs)
    }
  }
  const value = median(a)
  const baseline = median(b)
  return { name, value, unit: 'ms', baseline, ratio: value / baseline, goal }
}

export function print(f: Figure): void {
  const n = (x: number) => x.toFixed(x < 10 ? 2 : 1).padStart(9)
  const over =
    (f.goal.ratio !== undefined && f.ratio > f.goal.ratio) ||
    (f.goal.value !== undefined && f.value > f.goal.value) ||
    (f.goal.least !== undefined && f.value < f.goal.least)
  const goal = [
    f.goal.ratio && `ratio under ${f.goal.ratio}`,
    f.goal.value && `under ${f.goal.value} ${f.unit}`,
    f.goal.least && `at least ${f.goal.least} ${f.unit}`,
  ]
    .filter(Boolean)
    .join(', ')
  process.stdout.write(
    `${f.name.padEnd(52)}${n(f.value)} ${f.unit.padEnd(6)} bare ${n(f.baseline)}  ratio ${f.ratio.toFixed(2).padStart(6)}  ${goal ? `${over ? 'OVER' : 'ok'} (${goal})` : ''}\n`,
  )
}
