/** Lets whatever waits have its turn: long work in this process goes on after it. */
export const breathe = (): Promise<void> => new Promise((resolve) => void setImmediate(resolve))

/** Some pieces of work after another, with a breath after each so many. */
export async function inTurns<T, R>(all: readonly T[], each: (one: T, i: number) => R, atOnce = 200): Promise<R[]> {
  const out: R[] = []
  for (const [i, one] of all.entries()) {
    if (i && i % atOnce === 0) await breathe()
    out.push(each(one, i))
  }
  return out
}

/**
 * Has at most so many pieces of work go on at once; the others wait in the order they came. What many ask for in one moment
 * then leaves room for everybody else.
 */
export function atMost(n: number): <T>(work: () => Promise<T>) => Promise<T> {
  const waiting: (() => void)[] = []
  let going = 0
  return async (work) => {
    if (going >= n) await new Promise<void>((resolve) => void waiting.push(resolve))
    else going += 1
    try {
      return await work()
    } finally {
      // Whoever is next takes this place over.
      const next = waiting.shift()
      if (next) next()
      else going -= 1
    }
  }
}
