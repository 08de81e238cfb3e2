import { z } from 'zod'
import { valueSource, inline } from '../core/document/model'
import { fieldSpec } from '../core/document/field'
import type { StopKey, StopMark, Stop, PaperState, PaperFact, LineFacts } from '../core/line/line'
import type { Stuck, RoundMove } from '../core/rounds/move'
import type {
  StageState,
  Stage,
  StageAmount,
  StageDue,
  StageRule,
  PaymentPlan,
  StagePayment,
} from '../core/payment-plan/plan'
import type { Drift } from '../core/merge/drift'
import type { NextAct } from '../core/line/next'
import type {
  Discount,
  QuantityLimits,
  PricedLine,
  LineResult,
  TaxGroup,
  Priced,
  Pricing,
  Choices,
} from '../core/pricing/pricing'
import type { MergeValue, MergeContext, Gap } from '../core/merge/merge'
import type { PaperFigures } from '../core/layout/expand'
import type { Cure, PreflightNote } from '../core/preflight/note'
import type { PlanProblem } from '../core/rounds/plan'
import type { PersonStatus, Part, RoundStatus } from '../core/rounds/rounds'
import type { PlacedField } from '../core/layout/types'
import type { Difference } from '../core/rounds/difference'
import type { FieldValues } from '../core/fields/rules'
import type { Around } from '../core/fields/check'
import type { Minor } from '../core/money/money'
import type { GivenBefore } from '../core/rounds/given'
import { languages } from '../core/rounds/plan'
import type { Blank } from '../core/document/blanks'

/**
 * Schemas of what core works with, where it crosses the wire: each is held to core's own type by the compiler.
 */

/** An amount in whole minor units. */
export const minor = z.int() as unknown as z.ZodType<Minor>
export const stopKey: z.ZodType<StopKey> = z.enum(['quote', 'contract', 'deposit', 'waivers', 'day', 'invoice', 'paid'])

export const stopMark: z.ZodType<StopMark> = z.enum(['not-yet', 'yours', 'theirs', 'settled', 'trouble', 'skipped'])

export const stop: z.ZodType<Stop> = z.object({
  key: stopKey,
  label: z.string(),
  note: z.string(),
  mark: stopMark,
})

export const paperState: z.ZodType<PaperState> = z.enum(['draft', 'out', 'signed', 'declined', 'withdrawn', 'lapsed'])

export const stuck: z.ZodType<Stuck> = z.object({
  why: z.enum(['held', 'locked', 'bounced', 'asks']),
  who: z.string(),
})

export const roundMove: z.ZodType<RoundMove> = z.object({
  whose: z.enum(['ours', 'others']),
  names: z.array(z.string()),
  after: z.array(z.string()),
  begun: z.boolean(),
  stuck: stuck.nullable(),
  nudge: z.boolean(),
})

export const paperFact: z.ZodType<PaperFact> = z.object({
  id: z.string(),
  kind: z.enum(['quote', 'contract', 'waiver', 'form']),
  title: z.string(),
  state: paperState,
  move: roundMove.nullable(),
  reason: z.string().nullable(),
  since: z.string().nullable(),
})

const day = z.iso.date()

export const stageState: z.ZodType<StageState> = z.enum([
  'planned',
  'due',
  'overdue',
  'paid',
  'part-paid',
  'returned',
  'waived',
])

export const stage: z.ZodType<Stage> = z.object({
  key: z.string(),
  label: z.string(),
  amount: minor,
  paid: minor,
  open: minor,
  dueOn: day.nullable(),
  state: stageState,
  held: z.boolean(),
})

/** When a job's invoice is raised by itself. */
export const invoiceWhen = z.enum(['agreed', 'day', 'never'])

export const lineFacts: z.ZodType<LineFacts> = z.object({
  expects: z.object({
    quote: z.boolean(),
    contract: z.boolean(),
    waivers: z.number(),
    invoice: invoiceWhen,
  }),
  papers: z.array(paperFact),
  agreedOn: day.nullable(),
  total: minor,
  stages: z.array(stage),
  paid: minor,
  invoice: z
    .object({
      number: z.string(),
      state: z.enum(['issued', 'part-paid', 'paid']),
    })
    .nullable(),
  day: day.nullable(),
  endDay: day.nullable(),
  currency: z.string(),
})

export const stageAmount: z.ZodType<StageAmount> = z.union([
  z.object({
    percent: z.string(),
  }),
  z.object({
    fixed: minor,
  }),
  z.literal('remainder'),
])

export const stageDue: z.ZodType<StageDue> = z.union([
  z.object({
    on: day,
  }),
  z.object({
    afterAcceptance: z.number(),
  }),
  z.object({
    fromDay: z.number(),
  }),
])

export const stageRule: z.ZodType<StageRule> = z.object({
  key: z.string(),
  label: z.string(),
  amount: stageAmount,
  due: stageDue,
})

export const paymentPlan: z.ZodType<PaymentPlan> = z.object({
  stages: z.array(stageRule),
  damageDeposit: z
    .object({
      amount: minor,
      due: stageDue,
    })
    .nullable(),
})

export const drift: z.ZodType<Drift> = z.object({
  path: z.string(),
  label: z.string(),
  said: z.string(),
  now: z.string(),
  source: valueSource.nullable(),
})

export const nextAct: z.ZodType<NextAct> = z.enum([
  'make-quote',
  'make-contract',
  'send-paper',
  'open-paper',
  'countersign',
  'nudge',
  'ask-money',
  'add-client',
  'guests',
  'none',
])

export const next = z.object({
  title: z.string(),
  explain: z.string(),
  button: z.string().nullable(),
  act: nextAct,
  paperId: z.string().nullable(),
})

export const discount: z.ZodType<Discount> = z.union([
  z.object({
    percent: z.string(),
  }),
  z.object({
    amount: minor,
  }),
])

export const quantityLimits: z.ZodType<QuantityLimits> = z.object({
  min: z.string(),
  max: z.string(),
  step: z.string(),
})

export const pricedLine: z.ZodType<PricedLine> = z.object({
  key: z.string(),
  description: z.string(),
  unit: z.string(),
  quantity: z.string(),
  unitPrice: minor,
  discount: discount.nullable(),
  taxRate: z.string(),
  optional: z.boolean(),
  group: z.string().nullable(),
  chosen: z.boolean(),
  clientQuantity: quantityLimits.nullable(),
})

export const lineResult: z.ZodType<LineResult> = z.object({
  key: z.string(),
  counted: z.boolean(),
  gross: minor,
  discount: minor,
  net: minor,
})

export const taxGroup: z.ZodType<TaxGroup> = z.object({
  rate: z.string(),
  net: minor,
  tax: minor,
  total: minor,
})

export const priced: z.ZodType<Priced> = z.object({
  lines: z.array(lineResult),
  subtotal: minor,
  discount: minor,
  groups: z.array(taxGroup),
  net: minor,
  tax: minor,
  total: minor,
})

export const mergeValue: z.ZodType<MergeValue> = z.object({
  value: z.union([z.string(), z.number(), z.boolean()]).nullable(),
  type: z.enum(['text', 'number', 'day', 'local', 'amount']),
  label: z.string(),
  source: valueSource,
  optional: z.boolean().optional(),
})

export const mergeContext: z.ZodType<MergeContext> = z.object({
  values: z.record(z.string(), mergeValue),
  lists: z.record(z.string(), z.array(z.record(z.string(), mergeValue))),
  currency: z.string(),
})

export const pricing: z.ZodType<Pricing> = z.object({
  lines: z.array(pricedLine),
  discount: discount.nullable(),
  pricesIncludeTax: z.boolean(),
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
