import { index, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { Invoice, InvoiceHead } from '../../../../core/invoices/invoice'
import { at, flag, id, json, money } from './columns'
import { blobs } from './files'
import { jobs } from './jobs'

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
    method: text('method').$type<'card' | 'bank' | 'cash'>().notNull(),
    reference: text('reference').notNull().unique(),
    at: at('at').notNull(),
  },
  (t) => [index('payments_by_job').on(t.jobId), index('payments_by_time').on(t.at)],
)

export const invoices = sqliteTable('invoices', {
  id: id(),
  jobId: text('job_id')
    .notNull()
    .unique()
    .references(() => jobs.id),
  number: text('number').notNull().unique(),
  issuedOn: text('issued_on').notNull(),
  invoice: json<Invoice>('invoice').notNull(),
  /** Everything else that stands on it, as it was when it was raised; null on those raised before this was kept. */
  frozen: json<InvoiceHead | null>('frozen'),
  pdfSha: text('pdf_sha').references(() => blobs.sha),
  createdAt: at('created_at').notNull(),
})

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
  createdAt: at('created_at').notNull(),
})
