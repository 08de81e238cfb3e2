import { formatDayLong, isDay } from '../calendar/dates'
import type { FieldSpec } from '../document/model'

/** What a signer gave, as far as checking needs it. */
export interface Given {
  values: Readonly<Record<string, string | boolean>>
  signature:
    | { kind: 'drawn'; strokes: readonly (readonly { x: number; y: number }[])[] }
    | { kind: 'typed'; text: string }
    | null
}
export interface FieldProblem {
  key: string
  message: string
}

const TEXT_MAX = 300
/** A drawn signature spans at least this many units each way together, else it is a slip of the finger. */
const LEAST_INK = 12

/** Whether a signature is more than nothing or a dot. */
export function isSigned(signature: Given['signature']): boolean {
  if (!signature) return false
  if (signature.kind === 'typed') return signature.text.trim().length > 0
  const points = signature.strokes.flat()
  if (points.length < 2) return false
  const span = (of: (p: { x: number; y: number }) => number) =>
    Math.max(...points.map(of)) - Math.min(...points.map(of))
  return span((p) => p.x) + span((p) => p.y) >= LEAST_INK
}

/** Fields a signer fills; dates of signing and totals fill themselves, and what the sender set is not theirs. */
export function isTheirs(field: FieldSpec, party: string): boolean {
  return field.party === party && field.type !== 'date' && field.type !== 'agreed-total' && !field.preset
}

/** What separates the answers of a `choices` field in its value. */
export const CHOICES = '; '

const MAIL = /^[^\s@<>"]+@[^\s@<>"]+\.[^\s@<>"]+$/
/** Whether an e-mail address could be written to. */
export const isMail = (text: string): boolean => MAIL.test(text)

function dayProblem(field: FieldSpec, text: string, today: string): string | null {
  if (!isDay(text)) return 'Give a day of the calendar.'
  const { rule, from, to } = field.days ?? {}
  if (rule === 'past' && text >= today) return 'This has to be a day in the past.'
  if (rule === 'future' && text <= today) return 'This has to be a day to come.'
  if (rule === 'between' && ((from && text < from) || (to && text > to)))
    return from && to
      ? `This has to be between ${formatDayLong(from)} and ${formatDayLong(to)}.`
      : from
        ? `This can’t be before ${formatDayLong(from)}.`
        : `This can’t be after ${formatDayLong(to!)}.`
  return null
}

/** What is still wrong or missing in what one party gave, field by field. `today` is the day where the business is. */
export function checkFields(fields: readonly FieldSpec[], party: string, given: Given, today: string): FieldProblem[] {
  const problems: FieldProblem[] = []
  for (const field of fields) {
    if (!isTheirs(field, party) || field.type === 'take' || field.type === 'quantity') continue
    const value = Object.hasOwn(given.values, field.key) ? given.values[field.key] : undefined
    const say = (message: string) => problems.push({ key: field.key, message })
    if (field.type === 'signature') {
      if (field.required && !isSigned(given.signature)) say('Your signature is missing.')
    } else if (field.type === 'tick') {
      if (field.required && value !== true) say(`Please tick: ${field.label}`)
    } else {
      const text = typeof value === 'string' ? value.trim() : ''
      if (!text) {
        if (field.required) say(`${field.label} is missing.`)
      } else if (text.length > TEXT_MAX) say(`Keep this under ${TEXT_MAX} characters.`)
      else if (field.type === 'number' && !/^-?\d{1,12}([.,]\d{1,4})?$/.test(text)) say('Give a number.')
      else if (field.type === 'choice' && field.options && !field.options.includes(text))
        say('Choose one of the answers.')
      else if (field.type === 'choices' && !text.split(CHOICES).every((t) => field.options?.includes(t)))
        say('Choose among the answers.')
      else if (field.type === 'attachment' && !/^[0-9a-f]{64}\/./.test(text)) say('Give the file again.')
      else if (field.type === 'email' && !isMail(text)) say('This isn’t an e-mail address.')
      else if (field.type === 'day') {
        const wrong = dayProblem(field, text, today)
        if (wrong) say(wrong)
      }
    }
  }
  const known = new Set(fields.filter((f) => isTheirs(f, party)).map((f) => f.key))
  for (const key of Object.keys(given.values))
    if (!known.has(key)) problems.push({ key, message: 'This is not yours to fill.' })
  return problems
}
