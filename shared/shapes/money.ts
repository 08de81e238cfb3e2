import { paperKinds } from '../../core/document/kinds'
import { z } from 'zod'
import { valueSource } from '../../core/document/model'
import type { StopKey, StopState, Stop, PaperState, PaperFact, LineFacts } from '../../core/line/line'
import type { Stuck, RoundMove } from '../../core/rounds/move'
import type { CalledOffStep } from '../../core/payment-plan/called-off'
import type { StageState, Stage, StageAmount, StageDue, StageRule, PaymentPlan } from '../../core/payment-plan/plan'
import type { Drift } from '../../core/merge/drift'
import type { NextAct } from '../../core/line/next'
import {
  type Content,
  type Discount,
  type LineResult,
  PER,
  type PriceBreak,
  type Priced,
  type PricedLine,
  type QuantityLimits,
  type TaxGroup,
} from '../../core/pricing/pricing'
import { INVOICE_WHEN } from '../../core/invoices/when'
import type { Minor } from '../../core/money/money'
import { languages } from '../../core/text/language'

/**
 * Schemas of what core works with, where it crosses the wire: each is held to core's own type by the compiler.
 */

/** An amount in whole minor units. */
export const minor = z.int() as unknown as z.ZodType<Minor>
export const stopKey: z.ZodType<StopKey> = z.enum(['quote', 'contract', 'deposit', 'waivers', 'day', 'invoice', 'paid'])

export const stopState: z.ZodType<StopState> = z.enum(['not-yet', 'yours', 'theirs', 'settled', 'trouble', 'skipped'])

export const stop: z.ZodType<Stop> = z.object({
  key: stopKey,
  label: z.string(),
  note: z.string(),
  state: stopState,
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
  opened: z.boolean().optional(),
  stuck: stuck.nullable(),
  nudge: z.boolean(),
})

export const paperFact: z.ZodType<PaperFact> = z.object({
  id: z.string(),
  kind: z.enum(paperKinds),
  title: z.string(),
  state: paperState,
  move: roundMove.nullable(),
  reason: z.string().nullable(),
  since: z.string().nullable(),
})

export const day = z.iso.date()

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
export const invoiceWhen = z.enum(INVOICE_WHEN)

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
  completedOn: day.nullable().optional(),
  calledOff: z.object({ on: day, back: minor }).nullable().optional(),
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

const calledOffStep: z.ZodType<CalledOffStep> = z.object({
  within: z.int().min(0).max(1000),
  keep: z.union([z.object({ percent: z.string().regex(/^(100|\d{1,2}(\.\d{1,2})?)$/) }), z.literal('first')]),
})

export const paymentPlan: z.ZodType<PaymentPlan> = z.object({
  stages: z.array(stageRule),
  damageDeposit: z
    .object({
      amount: minor,
      due: stageDue,
    })
    .nullable(),
  calledOff: z.array(calledOffStep).max(12).optional(),
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
  'price',
  'guests',
  'complete',
  'give-back',
  'settle-deposit',
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

export const priceBreak: z.ZodType<PriceBreak> = z.object({ from: z.string(), unitPrice: minor })

export const content: z.ZodType<Content> = z.object({
  quantity: z.string(),
  unit: z.string(),
  description: z.string(),
  item: z.string().nullable().optional(),
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
  per: z.enum(PER).nullable().optional(),
  breaks: z.array(priceBreak).nullable().optional(),
  contents: z.array(content).nullable().optional(),
  section: z.object({ name: z.string(), discount: discount.nullable() }).nullable().optional(),
  variant: z.object({ name: z.string(), taken: z.boolean() }).nullable().optional(),
  words: z
    .partialRecord(z.enum(languages), z.object({ description: z.string(), unit: z.string() }))
    .nullable()
    .optional(),
  item: z.string().nullable().optional(),
  picture: z.string().nullable().optional(),
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
