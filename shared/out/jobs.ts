import { z } from 'zod'
import { pastVisit } from './desk'
import { rhythmView } from '../rhythms'
import {
  stop,
  stopState,
  minor,
  discount,
  factRule,
  invoiceWhen,
  language,
  lineFacts,
  paymentPlan,
  drift,
  next,
  pricedLine,
  priced,
  stage,
} from '../shapes'

export const jobRow = z.object({
  id: z.string(),
  title: z.string(),
  client: z.string(),
  kind: z.string(),
  starts: z.string().nullable(),
  day: z.string().nullable(),
  stops: z.array(stop),
  state: stopState,
  words: z.string(),
  total: minor,
  agreed: z.boolean(),
  ready: z.boolean(),
  tags: z.array(z.string()),
})
export type JobRow = z.output<typeof jobRow>

export const jobPage = z.object({
  rows: z.array(jobRow),
  next: z.string().nullable(),
  counts: z
    .object({
      coming: z.number(),
      notReady: z.number(),
    })
    .nullable(),
  today: z.string(),
  currency: z.string(),
})
export type JobPage = z.output<typeof jobPage>

export const contactView = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  phone: z.string(),
  address: z.string(),
  kind: z.enum(['person', 'organisation']),
  born: z.string().nullable(),
  language: language.nullable(),
  taxNumber: z.string(),
  /** They aren't reminded of what is late. */
  lateHold: z.boolean(),
  /** Why a letter to the address they have came back, where one did. */
  bounced: z.string().optional(),
})
export type ContactView = z.output<typeof contactView>

/** A kind of job as the pages know it. */
export const jobKind = z.object({
  id: z.string(),
  name: z.string(),
  settings: z.object({
    expects: z.object({
      quote: z.boolean(),
      contract: z.boolean(),
      waivers: z.boolean(),
      invoice: invoiceWhen,
    }),
    facts: z.array(factRule),
    plan: paymentPlan,
    pricesIncludeTax: z.boolean(),
    usual: z.object({
      startTime: z.string(),
      hours: z.number(),
    }),
  }),
})
export type JobKind = z.output<typeof jobKind>

/** A picture or file of a job, by its SHA-256. */
export const jobFile = z.object({ sha: z.string(), name: z.string(), type: z.string() })
export type JobFile = z.output<typeof jobFile>

export const threadEntry = z.object({
  id: z.number(),
  at: z.string(),
  type: z.string(),
  words: z.string(),
  detail: z.string(),
  state: stopState.nullable(),
  paperId: z.string().nullable(),
  /** Pictures and files that stand with it. */
  files: z.array(jobFile),
  /** A question that waits for its answer: whose, on which paper. */
  asks: z
    .object({
      paperId: z.string(),
      person: z.string(),
      question: z.string(),
      name: z.string(),
    })
    .nullable(),
})
export type ThreadEntry = z.output<typeof threadEntry>

export const jobPaper = z.object({
  id: z.string(),
  kind: z.string(),
  title: z.string(),
  state: z.string(),
  /** How it stands, as everywhere. */
  says: z.object({
    state: stopState,
    note: z.string(),
  }),
  createdAt: z.string(),
  roundId: z.string().nullable(),
  /** Whose waiver it is. */
  guestId: z.string().nullable(),
  guest: z.string(),
  /** What it still says although the record has changed. */
  drift: z.array(drift),
})
export type JobPaper = z.output<typeof jobPaper>

/** The next step, with the person it waits for. */
export const nextStep = next.extend({
  personId: z.string().nullable(),
})
export type NextStep = z.output<typeof nextStep>

/** An item a job wants more of than there are on its days, and the jobs that take of it then. */
export const shortOf = z.object({
  item: z.string(),
  description: z.string(),
  stock: z.number(),
  /** The most that is wanted on one day, by all of them. */
  wanted: z.string(),
  jobs: z.array(z.object({ id: z.string(), title: z.string() })),
})
export type ShortOf = z.output<typeof shortOf>

/** What calling a job off would come to. */
export const callOffLook = z.object({
  owed: minor,
  total: minor,
  paid: minor,
  back: minor,
  open: minor,
  held: minor,
  out: z.array(z.string()),
  invoice: z.string().nullable(),
})
export type CallOffLook = z.output<typeof callOffLook>

/** An invoice as it would be raised now: what is missing, and which rules of EN 16931 it would break, so that it goes as a PDF alone. */
export const invoiceLook = z.object({
  total: minor,
  balance: minor,
  dueOn: z.string().nullable(),
  missing: z.array(z.string()),
  broken: z.array(z.object({ rule: z.string(), words: z.string() })),
})
export type InvoiceLook = z.output<typeof invoiceLook>

/** Money that came or went, as it was booked; `takenBack` where another booking says it was a mistake. */
export const booking = z.object({
  id: z.string(),
  stage: z.string(),
  label: z.string(),
  amount: minor,
  day: z.string(),
  method: z.string(),
  words: z.string(),
  reverses: z.string().nullable(),
  takenBack: z.boolean(),
  /** The card service took or gave it: it isn't taken back by a booking. */
  byService: z.boolean(),
})
export type Booking = z.output<typeof booking>

export const jobView = z.object({
  id: z.string(),
  version: z.number(),
  /** The newest change that is in it. */
  asOf: z.number(),
  title: z.string(),
  kind: z.object({
    id: z.string(),
    name: z.string(),
    facts: z.array(factRule),
    waivers: z.boolean(),
  }),
  client: contactView.nullable(),
  starts: z.string().nullable(),
  ends: z.string().nullable(),
  /** Further days of the same job, as local times. */
  furtherDays: z.array(z.object({ starts: z.string(), ends: z.string().nullable() })),
  timeZone: z.string(),
  place: z.string(),
  people: z.number().nullable(),
  facts: z.record(z.string(), z.string()),
  notes: z.string(),
  lines: z.array(pricedLine),
  discount: discount.nullable(),
  pricesIncludeTax: z.boolean(),
  reverseCharge: z.boolean(),
  priced: priced,
  short: z.array(shortOf),
  stages: z.array(stage),
  credit: minor,
  /** What stands to the client's credit on other jobs of theirs. */
  creditElsewhere: z.array(z.object({ jobId: z.string(), title: z.string(), amount: minor })),
  currency: z.string(),
  agreed: z.boolean(),
  agreedOn: z.string().nullable(),
  /** The day a member said it was done on. */
  completedOn: z.string().nullable(),
  line: z.array(stop),
  lineFacts: lineFacts,
  papers: z.array(jobPaper),
  thread: z.array(threadEntry),
  next: nextStep,
  today: z.string(),
  invoice: z
    .object({
      id: z.string(),
      number: z.string(),
      total: minor,
      /** What wasn't taken back of it. */
      left: minor,
    })
    .nullable(),
  /** All its invoices, those of single stages among them. */
  invoices: z.array(
    z.object({
      id: z.string(),
      number: z.string(),
      total: minor,
      left: minor,
      issuedOn: z.string(),
      stage: z.string().nullable(),
      ready: z.boolean(),
    }),
  ),
  /** What can be invoiced by hand now: the whole that is left (no stage), or a stage by itself. */
  toInvoice: z.array(z.object({ stage: z.string().nullable(), label: z.string(), amount: minor })),
  bookings: z.array(booking),
  calledOff: z
    .object({
      on: z.string(),
      by: z.enum(['client', 'business']),
      owed: minor,
      words: z.string(),
      until: z.string(),
      done: z.boolean(),
    })
    .nullable(),
  credits: z.array(z.object({ id: z.string(), number: z.string(), total: minor, issuedOn: z.string() })),
  /** How it repeats; and the job it was agreed with, where it is one that was put down by a rhythm. */
  rhythm: rhythmView.nullable(),
  repeats: z.string().nullable(),
  guests: z.array(contactView),
  /** What was marked at the desk of those who came. */
  visits: z.array(pastVisit),
  tags: z.array(z.string()),
  payments: z.array(
    z.object({
      stage: z.string(),
      amount: minor,
      at: z.string(),
      method: z.string(),
    }),
  ),
})
export type JobView = z.output<typeof jobView>
