import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { Discount, PricedLine } from '../../../../core/pricing/pricing'
import { at, json } from './columns'
import { jobs } from './jobs'

/** What is done from a day on for another price than was agreed first, and when the client was told. */
export interface RhythmPrice {
  from: string
  percent: string
  lines: PricedLine[]
  discount: Discount | null
  toldAt: string
}

/** How a job repeats: the job it was agreed with, and the rule its others follow (RFC 5545). */
export const rhythms = sqliteTable('rhythms', {
  jobId: text('job_id')
    .primaryKey()
    .references(() => jobs.id),
  rule: text('rule').notNull(),
  /** The first day, from which the rule counts. */
  from: text('from_day').notNull(),
  /** How many days ahead jobs are put down. */
  ahead: integer('ahead').notNull(),
  /** Days after each job's day by which it is to be paid. */
  payWithin: integer('pay_within').notNull(),
  /** Days a client hears of another price before it holds. */
  notice: integer('notice').notNull(),
  /** Null while it isn't switched on. */
  startedAt: at('started_at'),
  /** The last day it may put a job on; null goes on by its rule. */
  endsOn: text('ends_on'),
  pauses: json<{ from: string; to: string | null }[]>('pauses').notNull().default([]),
  prices: json<RhythmPrice[]>('prices').notNull().default([]),
  /** The day up to which it was worked through. */
  doneTo: text('done_to').notNull(),
})

/** The days of a rhythm that a job was put down for, each once. */
export const rhythmDays = sqliteTable(
  'rhythm_days',
  {
    rhythmId: text('rhythm_id')
      .notNull()
      .references(() => rhythms.jobId),
    day: text('day').notNull(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
  },
  (t) => [primaryKey({ columns: [t.rhythmId, t.day] }), index('rhythm_days_by_job').on(t.jobId)],
)
