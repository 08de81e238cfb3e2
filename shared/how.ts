import { z } from 'zod'
import { minor } from './shapes'

const outcome = z.enum(['out', 'signed', 'declined', 'lapsed', 'withdrawn'])
export const howQuery = z.object({
  by: z.enum(['kind', 'template', 'month']).default('kind'),
  of: z.enum(['quote', 'contract', 'waiver', 'form']).default('quote'),
  months: z.coerce.number().int().min(1).max(60).default(12),
})
export const howView = z.object({
  rows: z.array(
    z.object({
      key: z.string(),
      label: z.string(),
      sent: z.number(),
      signed: z.number(),
      declined: z.number(),
      lapsed: z.number(),
      open: z.number(),
      /** Of those that ended, the part that was signed, in thousandths. */
      share: z.number().nullable(),
      /** The median of the days from sending to signing. */
      days: z.number().nullable(),
      /** Reminders for each ten sendings. */
      reminders: z.number(),
      worth: minor.nullable(),
    }),
  ),
  /** Where signers stopped: the page, and the first thing they left open there. */
  stops: z.array(z.object({ page: z.number(), field: z.string(), n: z.number() })),
  currency: z.string(),
})
export type HowView = z.output<typeof howView>

export const howRowsQuery = howQuery.extend({
  key: z.string().max(80).optional(),
  outcome: outcome.optional(),
  field: z.string().max(400).optional(),
})
export const howRows = z.object({
  rows: z.array(
    z.object({
      id: z.string(),
      paperId: z.string(),
      title: z.string(),
      job: z.string(),
      sentAt: z.string(),
      endedAt: z.string().nullable(),
      outcome,
      days: z.number().nullable(),
      reminders: z.number(),
    }),
  ),
})
export type HowRows = z.output<typeof howRows>
