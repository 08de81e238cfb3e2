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
