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

/** Fields a signer fills; dates of signing and totals fill themselves. */
export function isTheirs(field: FieldSpec, party: string): boolean {
  return field.party === party && field.type !== 'date' && field.type !== 'agreed-total'
}

/** What is still wrong or missing in what one party gave, field by field. */
export function checkFields(fields: readonly FieldSpec[], party: string, given: Given): FieldProblem[] {
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
    }
  }
  const known = new Set(fields.filter((f) => isTheirs(f, party)).map((f) => f.key))
  for (const key of Object.keys(given.values))
    if (!known.has(key)) problems.push({ key, message: 'This is not yours to fill.' })
  return problems
}
