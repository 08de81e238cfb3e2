import { z } from 'zod'

export const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/)

/**
 * The kinds of place on a paper that somebody fills. `date` is the day of signing and fills itself, `day` is chosen;
 * `take`, `quantity` and `agreed-total` belong to a price table.
 */
export const fieldTypes = [
  'signature',
  'initials',
  'name',
  'job-title',
  'organisation',
  'email',
  'date',
  'day',
  'text',
  'number',
  'choice',
  'choices',
  'tick',
  'attachment',
  'take',
  'quantity',
  'agreed-total',
] as const
/** Those a person puts on a paper; the rest come with a price table. */
export const askedTypes = fieldTypes.filter((t) => t !== 'take' && t !== 'quantity' && t !== 'agreed-total')
const fieldKey = z.string().min(1).max(80)
/** What another field has to be. `value` is compared as text, as a number where both are numbers, or as days. */
export type FieldRule =
  | { all: FieldRule[] }
  | { any: FieldRule[] }
  | { not: FieldRule }
  | { field: string; is: 'filled' | 'empty' | 'equal' | 'contains' | 'above' | 'below'; value?: string }
const fieldRule: z.ZodType<FieldRule> = z.lazy(() =>
  z.union([
    z.object({ all: z.array(fieldRule).min(1).max(12) }),
    z.object({ any: z.array(fieldRule).min(1).max(12) }),
    z.object({ not: fieldRule }),
    z.object({
      field: fieldKey,
      is: z.enum(['filled', 'empty', 'equal', 'contains', 'above', 'below']),
      value: z.string().max(200).optional(),
    }),
  ]),
)

/** How an answer has to be written. A `pattern` is one of RE2 that the whole answer has to match. */
const fieldFormat = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('email') }),
  z.object({ kind: z.literal('phone') }),
  z.object({
    kind: z.literal('postcode'),
    country: z.enum(['GB', 'IE', 'DE', 'FR', 'ES', 'US', 'NL', 'AT', 'CH', 'PT', 'PL']),
  }),
  z.object({ kind: z.literal('letters') }),
  z.object({ kind: z.literal('digits') }),
  z.object({ kind: z.literal('pattern'), pattern: z.string().min(1).max(200), example: z.string().max(120) }),
  z.object({ kind: z.literal('range'), from: z.number().optional(), to: z.number().optional() }),
  z.object({ kind: z.literal('day-order'), order: z.enum(['long', 'dmy', 'mdy', 'iso']) }),
])
export type FieldFormat = z.infer<typeof fieldFormat>
/** A value worked out from other fields: numbers added, answers counted, days between two dates, texts joined. */
const fieldCompute = z.object({
  how: z.enum(['sum', 'count', 'days', 'join']),
  of: z.array(fieldKey).min(1).max(40),
  /** What stands between joined texts. */
  with: z.string().max(10).optional(),
})

export const fieldSpec = z.object({
  key: z.string().min(1).max(80),
  type: z.enum(fieldTypes),
  /** The template's place for a person: `client`, `business`, `guest`… */
  party: z.string().min(1).max(40),
  label: z.string().max(200),
  required: z.boolean().default(true),
  help: z.string().max(400).optional(),
  /** Shown faintly in the empty box. */
  placeholder: z.string().max(120).optional(),
  /** Set by the sender: shown, and not to be changed. */
  preset: z.string().max(300).optional(),
  /** Which days a `day` may be; `from` and `to` are days, both included. */
  days: z.object({ rule: z.enum(['past', 'future', 'between']), from: day.optional(), to: day.optional() }).optional(),
  options: z.array(z.string().max(200)).max(40).optional(),
  format: fieldFormat.optional(),
  /** The most characters an answer may have. */
  max: z.number().int().positive().max(2000).optional(),
  /** Asked only when this holds. */
  show: fieldRule.optional(),
  /** Required only when this holds. */
  require: fieldRule.optional(),
  compute: fieldCompute.optional(),
  /** Ticks with the same word here exclude each other. */
  oneOf: z.string().min(1).max(80).optional(),
  /** The name its value leaves under as data. */
  dataName: z.string().trim().min(1).max(80).optional(),
  /** The fact it may be written back to: a path such as `job.gate` or `client.phone`. */
  writeTo: z.string().max(120).optional(),
  /** The priced line a price-table field belongs to. */
  line: z.string().optional(),
})

export type FieldSpec = z.infer<typeof fieldSpec>
