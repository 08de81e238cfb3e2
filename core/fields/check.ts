import { formatDayLong, isDay } from '../calendar/dates'
import type { FieldSpec } from '../document/field'
import { type Fits, formatProblem } from './formats'
import { isMail } from './mail'
import { type FieldValues, evaluateFields } from './rules'

/** What a signer gave, as far as checking needs it. */
export interface Given {
  values: Readonly<Record<string, string | boolean>>
  signature: GivenMark | null
  initials?: GivenMark | null
  /** Made for one place alone, by the field's key. */
  marks?: Readonly<Record<string, GivenMark>>
}

export type GivenMark =
  | { kind: 'drawn'; strokes: readonly (readonly { x: number; y: number }[])[] }
  | { kind: 'typed'; text: string }
  | { kind: 'image'; sha: string }

/** What can be wrong with an answer; a page in another language says it in its own words. */
type FieldProblemCode =
  | 'missing'
  | 'signature'
  | 'initials'
  | 'tick'
  | 'tick-one'
  | 'tick-only-one'
  | 'too-long'
  | 'number'
  | 'choice'
  | 'file'
  | 'email'
  | 'day'
  | 'past'
  | 'future'
  | 'between'
  | 'not-before'
  | 'not-after'
  | 'format'
  | 'not-yours'
  | 'quantity'
export interface FieldProblem {
  key: string
  message: string
  code: FieldProblemCode
  /** What the words are about: a label, a number, days. */
  args?: readonly string[]
}

const TEXT_MAX = 300

/** A drawn signature spans at least this many units each way together, else it is a slip of the finger. */
const LEAST_INK = 12

/** Whether a signature is more than nothing or a dot. */
export function isSigned(signature: GivenMark | null | undefined): boolean {
  if (!signature) return false
  if (signature.kind === 'image') return true
  if (signature.kind === 'typed') return signature.text.trim().length > 0
  const points = signature.strokes.flat()
  if (points.length < 2) return false
  const span = (of: (p: { x: number; y: number }) => number) =>
    Math.max(...points.map(of)) - Math.min(...points.map(of))
  return span((p) => p.x) + span((p) => p.y) >= LEAST_INK
}

/** Fields a signer fills; dates of signing, totals and computed ones fill themselves, and what the sender set is not theirs. */
export function isTheirs(field: FieldSpec, party: string): boolean {
  return (
    field.party === party && field.type !== 'date' && field.type !== 'agreed-total' && !field.preset && !field.compute
  )
}

/** Whether somebody of `party` chooses from the price table: only whoever it is for does. */
export const mayChoose = (fields: readonly FieldSpec[], party: string): boolean =>
  fields.some((f) => f.party === party && (f.type === 'take' || f.type === 'quantity'))

/** What separates the answers of a `choices` field in its value. */
export const CHOICES = '; '

type Wrong = Pick<FieldProblem, 'code' | 'message' | 'args'>
function dayProblem(field: FieldSpec, text: string, today: string): Wrong | null {
  if (!isDay(text)) return { code: 'day', message: 'Give a day of the calendar.' }
  const { rule, from, to } = field.days ?? {}
  if (rule === 'past' && text >= today) return { code: 'past', message: 'This has to be a day in the past.' }
  if (rule === 'future' && text <= today) return { code: 'future', message: 'This has to be a day to come.' }
  if (rule === 'between' && ((from && text < from) || (to && text > to)))
    return from && to
      ? {
          code: 'between',
          message: `This has to be between ${formatDayLong(from)} and ${formatDayLong(to)}.`,
          args: [from, to],
        }
      : from
        ? { code: 'not-before', message: `This can’t be before ${formatDayLong(from)}.`, args: [from] }
        : { code: 'not-after', message: `This can’t be after ${formatDayLong(to!)}.`, args: [to!] }
  return null
}

/** What the rest of a paper holds, as far as one party's fields look at it. */
export interface Around {
  /** Fields of the others. */
  fields: readonly FieldSpec[]
  /** What those before them filled. */
  values: FieldValues
}

/** What everybody's rules make of what one party gave, with what those before filled. */
export function evaluateGiven(
  fields: readonly FieldSpec[],
  given: Pick<Given, 'values'>,
  around: Around,
  today: string,
) {
  const mine = new Set(fields.map((f) => f.key))
  const all = [...fields, ...around.fields.filter((f) => !mine.has(f.key))]
  const presets = Object.fromEntries(all.flatMap((f) => (f.preset ? [[f.key, f.preset]] : [])))
  const signed = Object.fromEntries(fields.flatMap((f) => (f.type === 'date' ? [[f.key, today]] : [])))
  return evaluateFields(all, { ...around.values, ...presets, ...signed, ...given.values })
}

/** What is still wrong or missing in what one party gave, field by field. `today` is the day where the business is. */
export function checkFields(
  fields: readonly FieldSpec[],
  party: string,
  given: Given,
  today: string,
  fits: Fits,
  around: Around = { fields: [], values: {} },
): FieldProblem[] {
  const problems: FieldProblem[] = []
  const { shown, required } = evaluateGiven(fields, given, around, today)
  const ticked = (group: string) =>
    fields.filter((f) => f.oneOf === group && f.party === party && given.values[f.key] === true).length
  const told = new Set<string>()
  for (const field of fields) {
    if (!isTheirs(field, party) || field.type === 'take' || field.type === 'quantity' || !shown.has(field.key)) continue
    const needed = required.has(field.key)
    const value = Object.hasOwn(given.values, field.key) ? given.values[field.key] : undefined
    const say = (code: FieldProblemCode, message: string, ...args: string[]) =>
      problems.push({ key: field.key, code, message, ...(args.length ? { args } : {}) })
    if (field.type === 'signature') {
      if (needed && !isSigned(given.marks?.[field.key] ?? given.signature))
        say('signature', 'Your signature is missing.')
    } else if (field.type === 'initials' && isSigned(given.marks?.[field.key] ?? given.initials)) {
      continue
    } else if (field.type === 'tick' && field.oneOf) {
      const n = ticked(field.oneOf)
      if (told.has(field.oneOf)) continue
      if (n > 1) say('tick-only-one', 'Only one of these can be ticked.')
      else if (n === 0 && needed) say('tick-one', `Tick one of these: ${field.oneOf}`, field.oneOf)
      else continue
      told.add(field.oneOf)
    } else if (field.type === 'tick') {
      if (needed && value !== true) say('tick', `Please tick: ${field.label}`, field.label)
    } else {
      const text = typeof value === 'string' ? value.trim() : ''
      const most = field.max ?? TEXT_MAX
      if (!text) {
        if (needed) say(field.type === 'initials' ? 'initials' : 'missing', `${field.label} is missing.`, field.label)
      } else if (text.length > most) say('too-long', `Keep this under ${most} characters.`, String(most))
      else if (field.type === 'number' && !/^-?\d{1,12}([.,]\d{1,4})?$/.test(text)) say('number', 'Give a number.')
      else if (field.type === 'choice' && field.options && !field.options.includes(text))
        say('choice', 'Choose one of the answers.')
      else if (field.type === 'choices' && !text.split(CHOICES).every((t) => field.options?.includes(t)))
        say('choice', 'Choose among the answers.')
      else if (field.type === 'attachment' && !/^[0-9a-f]{64}\/./.test(text)) say('file', 'Give the file again.')
      else if (field.type === 'email' && !isMail(text)) say('email', 'This isn’t an e-mail address.')
      else if (field.type === 'day') {
        const wrong = dayProblem(field, text, today)
        if (wrong) problems.push({ key: field.key, ...wrong })
      } else if (field.format) {
        const wrong = formatProblem(field.format, text, fits)
        if (wrong) say('format', wrong)
      }
    }
  }
  const known = new Set(fields.filter((f) => isTheirs(f, party)).map((f) => f.key))
  for (const key of [...Object.keys(given.values), ...Object.keys(given.marks ?? {})])
    if (!known.has(key)) problems.push({ key, code: 'not-yours', message: 'This is not yours to fill.' })
  return problems
}
