import { z } from 'zod'
import { stopState, stop, minor } from '../shapes'

/**
 * What a commit changed. `since` is the newest change before it, so that whoever missed one knows; `about` is null where it
 * were too many to name, `papers` null where it was all of a job.
 */
export const change = z.object({
  since: z.number(),
  at: z.number(),
  about: z
    .array(
      z.object({
        job: z.string().nullable(),
        papers: z.array(z.string()).nullable(),
        rounds: z.array(z.string()),
      }),
    )
    .nullable(),
})
export type Change = z.output<typeof change>

export const move = z.object({
  jobId: z.string(),
  title: z.string(),
  client: z.string(),
  day: z.string().nullable(),
  state: stopState,
  words: z.string(),
  paperId: z.string().nullable(),
  act: z.enum(['countersign', 'answer', 'check', 'send', 'open']),
  since: z.string().nullable(),
})
export type Move = z.output<typeof move>

export const waiting = z.object({
  jobId: z.string(),
  title: z.string(),
  who: z.string(),
  what: z.string(),
  detail: z.string(),
  /** The paper a nudge sends the link of again; null where none can be sent. */
  paperId: z.string().nullable(),
  state: stopState,
  day: z.string().nullable(),
})
export type Waiting = z.output<typeof waiting>

export const comingJob = z.object({
  id: z.string(),
  title: z.string(),
  day: z.string(),
  /** Which of its days it is, where it has several. */
  which: z.string().nullable(),
  stops: z.array(stop),
  warning: z.string().nullable(),
})
export type ComingJob = z.output<typeof comingJob>

export const moneyRow = z.object({
  quoted: minor,
  agreed: minor,
  paid: minor,
  held: minor,
  dueSoon: minor,
  overdue: minor,
  overdueJobs: z.number(),
})
export type MoneyRow = z.output<typeof moneyRow>

/** How many things are the member's to move, and how many notices they haven't read. */
export const needs = z.object({ count: z.number(), notices: z.number() })

export const todayView = z.object({
  today: z.string(),
  currency: z.string(),
  yours: z.array(move),
  yoursTotal: z.number(),
  waiting: z.array(waiting),
  waitingTotal: z.number(),
  coming: z.array(comingJob),
  money: moneyRow,
  happened: z.array(
    z.object({
      id: z.number(),
      jobId: z.string().nullable(),
      at: z.string(),
      words: z.string(),
      detail: z.string(),
      state: stopState.nullable(),
    }),
  ),
  notReadyThisWeek: z.number(),
})
export type TodayView = z.output<typeof todayView>

export const due = z.object({
  jobId: z.string(),
  title: z.string(),
  client: z.string(),
  stage: z.string(),
  label: z.string(),
  open: minor,
  dueOn: z.string(),
  held: z.boolean(),
  invoice: z.string().nullable(),
})
export type Due = z.output<typeof due>

/** An invoice in a list; `ready` once its PDF is drawn. */
export const invoiceRow = z.object({
  id: z.string(),
  number: z.string(),
  issuedOn: z.string(),
  jobId: z.string(),
  jobTitle: z.string(),
  client: z.string(),
  total: z.number(),
  balance: z.number(),
  dueOn: z.string().nullable(),
  ready: z.boolean(),
})
export type InvoiceRow = z.output<typeof invoiceRow>

export const moneyView = z.object({
  today: z.string(),
  currency: z.string(),
  row: moneyRow,
  /** Invoiced from the start of the quarter on, less what was credited. */
  invoiced: minor,
  dues: z.array(due),
  ages: z.array(
    z.object({
      label: z.string(),
      amount: minor,
    }),
  ),
  /** What falls due in each of the next twelve weeks, by the Monday it begins on. */
  coming: z.array(z.object({ from: z.string(), open: minor })),
  months: z.array(
    z.object({
      month: z.string(),
      paid: minor,
      open: minor,
    }),
  ),
  lastIn: z.array(
    z.object({
      at: z.string(),
      words: z.string(),
      amount: minor,
      jobId: z.string(),
    }),
  ),
  held: z.array(
    z.object({
      jobId: z.string(),
      title: z.string(),
      amount: minor,
    }),
  ),
  invoices: z.array(invoiceRow),
})
export type MoneyView = z.output<typeof moneyView>

export const found = z.object({
  kind: z.enum(['job', 'person', 'paper', 'invoice', 'item', 'template', 'do']),
  id: z.string(),
  label: z.string(),
  detail: z.string(),
  to: z.string(),
  /** The paper that is nudged when this is chosen. */
  nudge: z.string().optional(),
})
export type Found = z.output<typeof found>

/** Stages a payment may be for, found in what was quoted with it; and references in which a digit is wrong. */
export const paidFor = z.object({
  stages: z.array(
    z.object({
      jobId: z.string(),
      title: z.string(),
      client: z.string(),
      stage: z.string(),
      label: z.string(),
      open: minor,
      /** What it was found by. */
      by: z.string(),
    }),
  ),
  broken: z.array(z.string()),
  currency: z.string(),
})
export type PaidFor = z.output<typeof paidFor>
