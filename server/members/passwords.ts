import type { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { Problem } from '../platform/problem'

let weighing: Promise<ZxcvbnFactory> | null = null
/** What weighs passwords, with its words: read when the first one is weighed, not at every start. */
const guesser = (): Promise<ZxcvbnFactory> =>
  (weighing ??= Promise.all([import('@zxcvbn-ts/core'), import('@zxcvbn-ts/language-common')]).then(
    ([{ ZxcvbnFactory }, { adjacencyGraphs, dictionary }]) =>
      new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs }),
  ))
/** From this score of 0 to 4 on: more than 10⁸ guesses. */
const STRONG = 3
/** Longer ones are weighed by their beginning; the weighing takes longer with the square. */
const WEIGHED = 100

/** Refuses a password that is easily guessed, by whoever knows these words too. */
export async function insistOnStrength(password: string, words: readonly string[]): Promise<void> {
  const known = words.flatMap((w) => w.toLowerCase().split(/[^\p{L}\p{N}]+/u)).filter((w) => w.length > 2)
  const { score } = (await guesser()).check(password.slice(0, WEIGHED), known)
  if (score >= STRONG) return
  const why = 'This is easily guessed. Four words that have nothing to do with each other are hard to.'
  throw new Problem('invalid', why, { 'owner.password': why, password: why })
}
