import type { Question } from './model'

/** Something an answer may go to: a value of a paper, or a fact of a record. */
export interface Target {
  key: string
  label: string
  type: 'text' | 'number' | 'day' | 'amount' | 'choice' | 'tick' | 'email' | 'phone'
}
/** Why two belong together: they are called the same, nearly the same, or they alone are of one kind. */
export type Because = 'same words' | 'like words' | 'same kind'

/** Kinds that say by themselves what an answer is about; choices, ticks and numbers may be about anything. */
const TELLING = new Set<Target['type']>(['day', 'email', 'phone', 'amount'])
const SMALL = new Set([
  'the',
  'a',
  'an',
  'your',
  'of',
  'for',
  'to',
  'is',
  'der',
  'die',
  'das',
  'ihr',
  'ihre',
  'le',
  'la',
])
const wordsOf = (label: string): string[] =>
  label
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w && !SMALL.has(w))
    .map((w) => (w.length > 3 ? w.replace(/s$/, '') : w))

/** The kind of value an answer is. */
export function kindOf({ type, format }: Pick<Question, 'type' | 'format'>): Target['type'] {
  if (format?.kind === 'phone') return 'phone'
  if (type === 'number' || type === 'day' || type === 'choice' || type === 'tick' || type === 'email') return type
  return 'text'
}
/** Whether an answer of one kind can stand where another is wanted. */
export function fits(question: Pick<Question, 'type' | 'format'>, target: Pick<Target, 'type'>): boolean {
  const kind = kindOf(question)
  if (kind === target.type || target.type === 'text') return true
  if (target.type === 'amount') return kind === 'number' || kind === 'text'
  return target.type === 'choice' || target.type === 'phone' ? kind === 'text' : false
}

/** How alike two labels are: the share of words they have in common. */
function alike(a: readonly string[], b: readonly string[]): number {
  const shared = a.filter((w) => b.includes(w)).length
  return shared / Math.max(1, new Set([...a, ...b]).size)
}

/**
 * Which question each target is best filled from, and why. Same words come before like words, and those before what is alone
 * of its kind; no question is proposed twice by its kind alone.
 */
export function propose(
  questions: readonly Pick<Question, 'key' | 'label' | 'type' | 'format'>[],
  targets: readonly Target[],
): Record<string, { question: string; because: Because }> {
  const out: Record<string, { question: string; because: Because }> = {}
  const used = new Set<string>()
  const take = (target: Target, question: string, because: Because) => {
    out[target.key] = { question, because }
    used.add(question)
  }
  for (const target of targets) {
    const words = wordsOf(target.label)
    const ranked = questions
      .filter((q) => fits(q, target))
      .map((q) => ({ q, score: alike(wordsOf(q.label), words) }))
      .sort((a, b) => b.score - a.score)
    const [best] = ranked
    if (best && best.score === 1) take(target, best.q.key, 'same words')
    else if (best && best.score >= 0.5 && best.score > (ranked[1]?.score ?? 0)) take(target, best.q.key, 'like words')
  }
  for (const target of targets) {
    if (out[target.key] || !TELLING.has(target.type)) continue
    const same = questions.filter((q) => kindOf(q) === target.type && !used.has(q.key))
    const rivals = targets.filter((t) => t.type === target.type && !out[t.key])
    if (same.length === 1 && rivals.length === 1) take(target, same[0]!.key, 'same kind')
  }
  return out
}
