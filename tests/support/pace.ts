/** What the piece of work in {@link pace} takes where nothing else runs on a machine as one would buy today, in milliseconds. */
const NOMINAL = 55

/** How much slower this process is just now than on a machine of its own: 1 or more. */
function pace(): number {
  const once = () => {
    const began = performance.now()
    let n = 0
    for (let i = 0; i < 30_000_000; i += 1) n = (n * 31 + i) | 0
    return n === 0.5 ? Infinity : performance.now() - began
  }
  return Math.max(1, Math.min(once(), once(), once()) / NOMINAL)
}

/**
 * How long something may take, given how long it is meant to take on a machine of its own: where several share one, or it
 * is an old one, it is as much longer as anything else takes there. The machine is measured only where it took longer.
 */
export const allowed = (meant: number, took: number): number => (took < meant ? meant : meant * pace())
