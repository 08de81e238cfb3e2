import { z } from 'zod'
import { inline, letterhead, papers, valueSource } from '../../core/document/model'
import { paperKinds } from '../../core/document/kinds'
import { fieldSpec } from '../../core/document/field'
import type { StagePayment } from '../../core/payment-plan/plan'
import type { Choices } from '../../core/pricing/choices'
import type { Pricing } from '../../core/pricing/pricing'
import type { MergeValue, MergeContext, Gap } from '../../core/merge/merge'
import type { PaperFigures } from '../../core/layout/figures'
import type { Cure, PreflightNote } from '../../core/preflight/note'
import { type PlanProblem, proof } from '../../core/rounds/plan'
import type { PersonStatus, Part, RoundStatus } from '../../core/rounds/rounds'
import type { PlacedField } from '../../core/layout/types'
import type { Difference } from '../../core/rounds/difference'
import type { FieldValues } from '../../core/fields/rules'
import type { Around } from '../../core/fields/check'
import type { GivenBefore } from '../../core/rounds/given'
import { languages } from '../../core/text/language'
import type { Blank } from '../../core/document/blanks'
import { minor, day, stage, paymentPlan, discount, pricedLine, priced } from './money'

/** The same for papers, rounds and what is merged into them. */

export const mergeValue: z.ZodType<MergeValue> = z.object({
  value: z.union([z.string(), z.number(), z.boolean()]).nullable(),
  type: z.enum(['text', 'number', 'day', 'local', 'amount']),
  label: z.string(),
  source: valueSource,
  optional: z.boolean().optional(),
  unit: z.string().optional(),
  says: z.partialRecord(z.enum(languages), z.string()).optional(),
})

export const mergeContext: z.ZodType<MergeContext> = z.object({
  values: z.record(z.string(), mergeValue),
  lists: z.record(z.string(), z.array(z.record(z.string(), mergeValue))),
  currency: z.string(),
  paper: z.enum(papers).optional(),
  letterhead: letterhead.optional(),
})

export const pricing: z.ZodType<Pricing> = z.object({
  lines: z.array(pricedLine),
  discount: discount.nullable(),
  pricesIncludeTax: z.boolean(),
  reverseCharge: z.boolean().optional(),
})

export const stagePayment: z.ZodType<StagePayment> = z.object({
  stage: z.string(),
  amount: minor,
  asked: minor,
})

export const planInput = z.object({
  plan: paymentPlan,
  total: minor,
  acceptedOn: day.nullable(),
  jobDay: day.nullable(),
  today: day,
  payments: z.array(stagePayment),
})

export const paperFigures: z.ZodType<PaperFigures> = z.object({
  pricing: pricing,
  priced: priced,
  stages: z.array(stage),
  currency: z.string(),
  open: z.boolean(),
  accepted: z.boolean().optional(),
  planned: planInput.omit({ total: true, today: true }).optional(),
})

export const cure: z.ZodType<Cure> = z.union([
  z.object({
    kind: z.literal('source'),
    label: z.string(),
    path: z.string(),
  }),
  z.object({
    kind: z.literal('bind'),
    label: z.string(),
    party: z.string(),
  }),
  z.object({
    kind: z.literal('reword'),
    label: z.string(),
    block: z.string(),
    content: z.array(inline),
  }),
  z.object({
    kind: z.literal('go'),
    label: z.string(),
    to: z.enum(['parties', 'deadline', 'job', 'clauses']),
  }),
  z.object({
    kind: z.literal('mark'),
    label: z.string(),
    mark: z.string(),
  }),
])

export const preflightNote: z.ZodType<PreflightNote> = z.object({
  rule: z.string(),
  severity: z.enum(['stop', 'warn']),
  words: z.string(),
  at: z.string().nullable(),
  cure: cure.nullable(),
})

export const gap: z.ZodType<Gap> = z.object({
  path: z.string(),
  label: z.string(),
  source: valueSource.nullable(),
  unknown: z.boolean(),
})

export const planPaper = z.object({
  id: z.string(),
  title: z.string(),
  parties: z.array(
    z.object({
      key: z.string(),
      label: z.string(),
      fields: z.number(),
    }),
  ),
})

export const planProblem: z.ZodType<PlanProblem> = z.object({
  severity: z.enum(['stop', 'note']),
  words: z.string(),
  person: z.string().nullable(),
})

export const personStatus: z.ZodType<PersonStatus> = z.enum([
  'not yet',
  'asked',
  'opened',
  'done',
  'declined',
  'replaced',
])

export const part: z.ZodType<Part> = z.enum(['sign', 'witness', 'check', 'copy'])

export const roundPerson = z.object({
  id: z.string(),
  party: z.string(),
  name: z.string(),
  turn: z.number(),
  part: part,
  of: z.string().nullable().optional(),
  place: z.string().nullable().optional(),
})

export const personState = roundPerson.extend({
  status: personStatus,
  openedAt: z.string().nullable(),
  doneAt: z.string().nullable(),
  askedAt: z.string().nullable(),
  deliveredAt: z.string().nullable(),
  bounced: z.string().nullable(),
  seen: z.number(),
  lastSeenAt: z.string().nullable(),
  closed: z.boolean(),
  again: z.boolean(),
  onPaper: z.boolean(),
})

export const placedField: z.ZodType<PlacedField> = z.object({
  field: fieldSpec,
  page: z.number(),
  x: z.number(),
  y: z.number(),
  w: z.number(),
  h: z.number(),
  size: z.number().optional(),
})

export const difference: z.ZodType<Difference> = z.object({
  was: z.string(),
  is: z.string(),
})

export const fieldValues: z.ZodType<FieldValues> = z.record(z.string(), z.union([z.string(), z.boolean()]))

export const around: z.ZodType<Around> = z.object({
  fields: z.array(fieldSpec),
  values: fieldValues,
})

export const choices: z.ZodType<Choices> = z.object({
  taken: z.record(z.string(), z.boolean()),
  quantities: z.record(z.string(), z.string()),
})

export const roundStatus: z.ZodType<RoundStatus> = z.enum(['draft', 'out', 'signed', 'declined', 'withdrawn', 'lapsed'])

/** How somebody proves who they are. */
export const proofKind = z.enum(proof.options.map((o) => o.shape.kind.value))

/** What a paper can be. */
export const paperKind = z.enum(paperKinds)

/** The languages people are written to in. */
export const language = z.enum(languages)

/** What somebody before a signer has given in a field. */
export const given: z.ZodType<GivenBefore> = z.object({
  name: z.string(),
  on: z.string(),
  value: z.union([z.string(), z.boolean()]).nullable(),
})

/** A blank found in text that was brought in. */
export const blank: z.ZodType<Blank> = z.object({
  block: z.string(),
  index: z.number(),
  offset: z.number(),
  text: z.string(),
  before: z.string(),
  propose: z.union([
    z.object({ kind: z.literal('value'), path: z.string(), label: z.string() }),
    z.object({ kind: z.literal('field'), field: fieldSpec }),
  ]),
})
