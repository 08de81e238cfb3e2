import { sql } from 'drizzle-orm'
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { LineFacts } from '../../../../core/line/line'
import type { PaymentPlan } from '../../../../core/payment-plan/plan'
import type { Discount, QuantityLimits } from '../../../../core/pricing/pricing'
import { at, flag, id, json, money } from './columns'
import { contacts } from './contacts'
import { kinds } from './library'

/** A piece of work. `starts` and `ends` are wall-clock times in `timeZone`, `YYYY-MM-DDTHH:MM`. */
export const jobs = sqliteTable(
  'jobs',
  {
    id: id(),
    kindId: text('kind_id')
      .notNull()
      .references(() => kinds.id),
    title: text('title').notNull(),
    clientId: text('client_id').references(() => contacts.id),
    starts: text('starts'),
    ends: text('ends'),
    timeZone: text('time_zone').notNull(),
    place: text('place').notNull().default(''),
    people: integer('people'),
    facts: json<Record<string, string>>('facts').notNull(),
    notes: text('notes').notNull().default(''),
    discount: json<Discount | null>('discount'),
    pricesIncludeTax: flag('prices_include_tax').notNull(),
    plan: json<PaymentPlan>('plan').notNull(),
    agreedOn: text('agreed_on'),
    version: integer('version').notNull().default(1),
    createdAt: at('created_at').notNull(),
    search: text('search').notNull(),
    day: text('day').generatedAlwaysAs(sql`substr(starts, 1, 10)`, { mode: 'stored' }),
    sortDay: text('sort_day').generatedAlwaysAs(sql`coalesce(substr(starts, 1, 10), '9999-12-31')`, { mode: 'stored' }),
  },
  (t) => [index('jobs_by_day').on(t.sortDay, t.id), index('jobs_by_kind').on(t.kindId, t.sortDay, t.id)],
)

export const jobLines = sqliteTable(
  'job_lines',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    key: text('key').notNull(),
    position: integer('position').notNull(),
    description: text('description').notNull(),
    unit: text('unit').notNull(),
    quantity: text('quantity').notNull(),
    unitPrice: money('unit_price').notNull(),
    discount: json<Discount | null>('discount'),
    taxRate: text('tax_rate').notNull(),
    optional: flag('optional').notNull(),
    group: text('group'),
    chosen: flag('chosen').notNull(),
    clientQuantity: json<QuantityLimits | null>('client_quantity'),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.key] })],
)

/** People who come to a job besides the client. */
export const guests = sqliteTable(
  'guests',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    contactId: text('contact_id')
      .notNull()
      .references(() => contacts.id),
    position: integer('position').notNull(),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.contactId] })],
)

/** Where each job stands, kept in step with its events so that lists need not work it out. `mark` leaves out what only the date changes. */
export const standings = sqliteTable(
  'standings',
  {
    jobId: text('job_id')
      .primaryKey()
      .references(() => jobs.id),
    facts: json<LineFacts>('facts').notNull(),
    mark: text('mark').notNull(),
    stop: text('stop'),
    ready: flag('ready').notNull(),
    sortDay: text('sort_day').notNull(),
    total: money('total').notNull(),
    quoted: money('quoted').notNull(),
    agreed: money('agreed').notNull(),
    paid: money('paid').notNull(),
    held: money('held').notNull(),
    since: at('since').notNull(),
    /** The earliest day on which something open falls due; null when nothing is open. */
    oldestDue: text('oldest_due'),
  },
  (t) => [
    index('standings_by_mark').on(t.mark, t.sortDay, t.jobId),
    index('standings_due').on(t.oldestDue, t.mark, t.sortDay),
    index('standings_ready').on(t.ready, t.sortDay, t.jobId),
    index('standings_money').on(t.sortDay, t.quoted, t.agreed, t.paid, t.held),
  ],
)
