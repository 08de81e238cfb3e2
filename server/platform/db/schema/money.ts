import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type { ExtraChange } from '../../../../core/extras/extra'
import type { Credit } from '../../../../core/invoices/credit'
import type { Invoice, InvoiceHead } from '../../../../core/invoices/invoice'
import type { Account } from '../../../../core/ledger/ledger'
import { at, flag, id, json, money } from './columns'
import { blobs } from './files'
import { jobs } from './jobs'
import { papers } from './papers'

/** Open stages of agreed jobs: what is to be paid, and by when. */
export const dues = sqliteTable(
  'dues',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    stage: text('stage').notNull(),
    label: text('label').notNull(),
    open: money('open').notNull(),
    dueOn: text('due_on').notNull(),
    held: flag('held').notNull(),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.stage] }), index('dues_by_day').on(t.dueOn, t.open)],
)

export const cardRequests = sqliteTable('card_requests', {
  id: id(),
  jobId: text('job_id')
    .notNull()
    .references(() => jobs.id),
  stage: text('stage').notNull(),
  label: text('label').notNull(),
  amount: money('amount').notNull(),
  currency: text('currency').notNull(),
  providerRef: text('provider_ref'),
  state: text('state').$type<'open' | 'acknowledged' | 'paid' | 'refused' | 'disputed'>().notNull(),
  createdAt: at('created_at').notNull(),
})

export const payments = sqliteTable(
  'payments',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    stage: text('stage').notNull(),
    amount: money('amount').notNull(),
    asked: money('asked').notNull(),
    currency: text('currency').notNull(),
    /** How it came or went; `kept` is what of a damage deposit stays here, `credit` what stood to the client's on another job. */
    method: text('method').$type<'card' | 'bank' | 'cash' | 'kept' | 'credit'>().notNull(),
    reference: text('reference').notNull().unique(),
    at: at('at').notNull(),
    /** The day it came or went, where the business is. */
    day: text('day').notNull().default(''),
    /** The booking it takes back. */
    reverses: text('reverses'),
    /** Why, and pictures that stand with it. */
    words: text('words').notNull().default(''),
    files: json<string[]>('files').notNull().default([]),
    by: text('by'),
  },
  (t) => [index('payments_by_job').on(t.jobId), index('payments_by_time').on(t.at)],
)

/** What a card service is asked to give back, by the booking of it; it refuses at times. */
export const cardBacks = sqliteTable('card_backs', {
  paymentId: text('payment_id')
    .primaryKey()
    .references(() => payments.id),
  providerRef: text('provider_ref').notNull(),
  amount: money('amount').notNull(),
  state: text('state').$type<'asked' | 'done' | 'refused'>().notNull(),
  at: at('at').notNull(),
})

/** What was invoiced of a job: a stage by itself, or the whole less what was invoiced before; frozen with all that stands on it. */
export const invoices = sqliteTable(
  'invoices',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    /** The stage it is of; null where it is of the whole. */
    stage: text('stage'),
    number: text('number').notNull().unique(),
    issuedOn: text('issued_on').notNull(),
    invoice: json<Invoice>('invoice').notNull(),
    /** Everything else that stands on it, as it was when it was raised; null on those raised before this was kept. */
    frozen: json<InvoiceHead | null>('frozen'),
    pdfSha: text('pdf_sha').references(() => blobs.sha),
    createdAt: at('created_at').notNull(),
  },
  (t) => [index('invoices_by_job').on(t.jobId, t.createdAt)],
)

/** The entries every event of money posts; those of one event always come to nothing together (core/ledger). */
export const ledgerEntries = sqliteTable(
  'ledger_entries',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    /** What posted it, such as `payment:ID` or `invoice:ID`. */
    event: text('event').notNull(),
    day: text('day').notNull(),
    account: text('account').$type<Account>().notNull(),
    amount: money('amount').notNull(),
    jobId: text('job_id').references(() => jobs.id),
  },
  (t) => [
    uniqueIndex('entries_once').on(t.event, t.account),
    index('entries_by_account').on(t.account, t.day, t.amount),
    index('entries_by_day').on(t.day, t.account, t.amount),
    index('entries_by_job').on(t.jobId),
  ],
)

/** What was taken back of an invoice, numbered in a row of its own and frozen with all that stands on it. */
export const creditNotes = sqliteTable(
  'credit_notes',
  {
    id: id(),
    invoiceId: text('invoice_id')
      .notNull()
      .references(() => invoices.id),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    number: text('number').notNull().unique(),
    issuedOn: text('issued_on').notNull(),
    credit: json<Credit>('credit').notNull(),
    /** The extra it follows, whose total has come down already; null where it lowers what is owed by itself. */
    extraId: text('extra_id').references(() => extras.id),
    frozen: json<InvoiceHead>('frozen').notNull(),
    pdfSha: text('pdf_sha').references(() => blobs.sha),
    createdAt: at('created_at').notNull(),
  },
  (t) => [index('credit_notes_by_job').on(t.jobId), index('credit_notes_by_invoice').on(t.invoiceId)],
)

/** Reminders of what is late that went out by themselves, each once for a stage as it was due. */
export const lateAsked = sqliteTable(
  'late_asked',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    stage: text('stage').notNull(),
    dueOn: text('due_on').notNull(),
    step: integer('step').notNull(),
    at: at('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.stage, t.dueOn, t.step] })],
)

/** The numbers clients quote when they pay by bank, one a stage of a job (core/money/reference.ts). */
export const paymentNumbers = sqliteTable(
  'payment_numbers',
  {
    n: integer('n').primaryKey({ autoIncrement: true }),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    stage: text('stage').notNull(),
  },
  (t) => [uniqueIndex('payment_numbers_once').on(t.jobId, t.stage)],
)

/** A change to what was agreed: what it does to the lines, and the paper it is signed on. Taken in once that is signed. */
export const extras = sqliteTable(
  'extras',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    /** Null once that was let go after its years. */
    paperId: text('paper_id')
      .unique()
      .references(() => papers.id, { onDelete: 'set null' }),
    change: json<ExtraChange>('change').notNull(),
    /** The agreed total before and after, as its paper says them. */
    before: money('before').notNull(),
    after: money('after').notNull(),
    createdAt: at('created_at').notNull(),
    takenAt: at('taken_at'),
  },
  (t) => [index('extras_by_job').on(t.jobId)],
)

/** What is asked of a card service: a page where somebody pays one amount. It answers by signed call-back. */
export interface CardAsk {
  reference: string
  amount: number
  currency: string
  label: string
  payee: string
  returnTo: string
  callbackUrl: string
}

/** The stand-in card page's own book. */
export const standinCards = sqliteTable('standin_cards', {
  id: id(),
  request: json<CardAsk>('request').notNull(),
  state: text('state').notNull(),
  /** The card it was paid with, of those to try; and what was given back, by our reference. */
  card: text('card').notNull().default(''),
  back: json<{ reference: string; amount: number }[]>('back').notNull().default([]),
  createdAt: at('created_at').notNull(),
})
