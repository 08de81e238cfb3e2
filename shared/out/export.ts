import { z } from 'zod'
import { content, day, discount, minor, paperKind, paperState, stage, stopKey, stopState, taxGroup } from '../shapes'
import { contactView } from './jobs'

const exportedLine = z.object({
  key: z.string(),
  description: z.string(),
  quantity: z.string(),
  unit: z.string(),
  unitPrice: minor,
  discount: minor,
  taxRate: z.string(),
  net: minor,
  contents: z.array(content).optional(),
})
/** An invoice as it was raised. */
const exportedInvoice = z.object({
  number: z.string(),
  issuedOn: day,
  lines: z.array(exportedLine.omit({ key: true })),
  subtotal: minor,
  discount: minor,
  groups: z.array(taxGroup),
  net: minor,
  tax: minor,
  total: minor,
  deductions: z.array(
    z.object({
      label: z.string(),
      amount: minor,
      paid: minor,
      dueOn: day.nullable(),
      already: z.boolean().optional(),
    }),
  ),
  balance: minor,
  dueOn: day.nullable(),
  pricesIncludeTax: z.boolean(),
  before: z
    .array(
      z.object({
        number: z.string(),
        issuedOn: day,
        stage: z.string().nullable(),
        groups: z.array(taxGroup),
        total: minor,
      }),
    )
    .optional(),
})

/** A job as data for other systems: amounts in minor units, quantities as decimal strings, every state in its word. */
export const jobExport = z.object({
  id: z.string(),
  title: z.string(),
  kind: z.string(),
  currency: z.string(),
  client: contactView.nullable(),
  days: z.object({ starts: z.string().nullable(), ends: z.string().nullable(), timeZone: z.string() }),
  place: z.string(),
  people: z.number().nullable(),
  facts: z.record(z.string(), z.string()),
  agreedOn: day.nullable(),
  /** The job it was agreed with, where a rhythm put it down; and its own rhythm, by a rule of RFC 5545. */
  repeats: z.string().nullable(),
  rhythm: z
    .object({
      rule: z.string(),
      from: day,
      startedAt: z.string().nullable(),
      endsOn: day.nullable(),
      pauses: z.array(z.object({ from: day, to: day.nullable() })),
    })
    .nullable(),
  pricesIncludeTax: z.boolean(),
  reverseCharge: z.boolean(),
  discount: discount.nullable(),
  lines: z.array(
    exportedLine.extend({
      optional: z.boolean(),
      chosen: z.boolean(),
      section: z.string().nullable(),
      variant: z.string().nullable(),
    }),
  ),
  totals: z.object({
    subtotal: minor,
    discount: minor,
    net: minor,
    tax: minor,
    total: minor,
    /** The total as it is written, with a point. */
    shown: z.string(),
    byRate: z.array(taxGroup),
  }),
  stages: z.array(stage),
  credit: minor,
  payments: z.array(
    z.object({
      stage: z.string(),
      amount: minor,
      method: z.string(),
      at: z.string(),
      reference: z.string().nullable(),
    }),
  ),
  /** The last invoice of the whole; all of them stand below. */
  invoice: exportedInvoice.extend({ state: z.enum(['issued', 'part-paid', 'paid']) }).nullable(),
  invoices: z.array(exportedInvoice.extend({ stage: z.string().nullable() })),
  credits: z.array(
    z.object({
      number: z.string(),
      issuedOn: day,
      invoice: z.string(),
      invoicedOn: day,
      groups: z.array(taxGroup),
      net: minor,
      tax: minor,
      total: minor,
      words: z.string(),
    }),
  ),
  papers: z.array(z.object({ id: z.string(), kind: paperKind, title: z.string(), state: paperState })),
  line: z.array(z.object({ key: stopKey, state: stopState, note: z.string() })),
})
export type JobExport = z.output<typeof jobExport>
