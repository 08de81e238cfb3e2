import type { FieldSpec } from '../document/field'
import { CHOICES, type FieldProblem, checkFields, evaluateGiven } from '../fields/check'
import type { Fits } from '../fields/formats'
import type { FieldValues } from '../fields/rules'
import { type LinkSettings, type Question, valueKey } from './model'

/** Whose the questions are, as fields have it: all of them are whoever answers. */
const ANSWERS = 'answers'
export const asFields = (questions: readonly Question[]): FieldSpec[] =>
  questions.map(({ page: _page, usual: _usual, ...q }) => ({ ...q, party: ANSWERS }))
const NOTHING = { fields: [], values: {} }

/** The questions that are asked, with what was answered so far. */
export function askedNow(questions: readonly Question[], values: FieldValues, today: string): Question[] {
  const { shown } = evaluateGiven(asFields(questions), { values }, NOTHING, today)
  return questions.filter((q) => shown.has(q.key))
}

/** What is wrong or missing in some answers, as on a paper. */
export const checkAnswers = (
  questions: readonly Question[],
  values: FieldValues,
  today: string,
  fits: Fits,
): FieldProblem[] => checkFields(asFields(questions), ANSWERS, { values, signature: null }, today, fits)

/** Answers as they count: what isn't asked is left out, and what is worked out from others put in. */
export function countingAnswers(questions: readonly Question[], values: FieldValues, today: string): FieldValues {
  const all = evaluateGiven(asFields(questions), { values }, NOTHING, today)
  return Object.fromEntries(
    questions.flatMap((q): [string, string | boolean][] => {
      const value = all.values[q.key]
      return !all.shown.has(q.key) || value === undefined || value === '' ? [] : [[q.key, value]]
    }),
  )
}

/** An answer in words, for a paper or a fact. */
export const inWords = (value: string | boolean | undefined): string =>
  value === true ? 'yes' : typeof value === 'string' ? value.trim().split(CHOICES).join(', ') : ''

/** What a paper of a template asks for, and where each value of it comes from. */
export interface Filling {
  key: string
  label: string
  required: boolean
  value: string
}

/** The values of a paper of one template, from some answers; `prices` says what items cost on the day, as text. */
export function valuesFor(
  { map }: Pick<LinkSettings, 'map'>,
  template: { id: string; asks: readonly { key: string; label: string; required: boolean }[] },
  answers: FieldValues,
  prices: Readonly<Record<string, string>> = {},
): Filling[] {
  return template.asks.map(({ key, label, required }) => {
    const from = map[valueKey(template.id, key)]
    const value = !from
      ? ''
      : from.from === 'always'
        ? from.value
        : from.from === 'item'
          ? (prices[from.id] ?? '')
          : inWords(answers[from.key])
    return { key, label, required, value }
  })
}

/** Answers that try a form out: each as it may be given, with the first of what may be chosen. */
export function sampleAnswers(questions: readonly Question[], today: string): Record<string, string | boolean> {
  const YEAR = Number(today.slice(0, 4))
  return Object.fromEntries(
    questions
      .filter((q) => !q.compute)
      .map((q): [string, string | boolean] => {
        if (q.usual) return [q.key, q.usual]
        if (q.type === 'tick') return [q.key, true]
        if (q.type === 'choice' || q.type === 'choices') return [q.key, q.options?.[0] ?? '']
        if (q.type === 'number')
          return [q.key, String(q.format?.kind === 'range' ? (q.format.from ?? q.format.to ?? 1) : 3)]
        if (q.type === 'day')
          return [q.key, q.days?.rule === 'future' ? `${YEAR + 1}-06-14` : (q.days?.from ?? '1992-05-14')]
        if (q.type === 'email') return [q.key, 'yuki@sato.example']
        if (q.type === 'name') return [q.key, 'Yuki Sato']
        if (q.format?.kind === 'phone') return [q.key, '01632 960 733']
        return [q.key, q.label]
      }),
  )
}
