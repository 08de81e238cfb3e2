import { sql } from 'drizzle-orm'
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { Minor } from '../../../../core/money/money'
import type { LineFacts } from '../../../../core/line/line'
import type { CalledOff } from '../../../../core/payment-plan/called-off'
import type { PaymentPlan } from '../../../../core/payment-plan/plan'
import type { LineWords } from '../../../../core/pricing/said'
import type {
  Content,
  Discount,
  Per,
  PriceBreak,
  QuantityLimits,
  Section,
  Variant,
} from '../../../../core/pricing/pricing'
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
    /** Further days of the same job, in their order, each as local times. */
    furtherDays: json<{ starts: string; ends: string | null }[]>('further_days').notNull().default([]),
    timeZone: text('time_zone').notNull(),
    place: text('place').notNull().default(''),
    people: integer('people'),
    facts: json<Record<string, string>>('facts').notNull(),
    notes: text('notes').notNull().default(''),
    discount: json<Discount | null>('discount'),
    pricesIncludeTax: flag('prices_include_tax').notNull(),
    /** The client owes the tax. */
    reverseCharge: flag('reverse_charge').notNull().default(false),
    plan: json<PaymentPlan>('plan').notNull(),
    agreedOn: text('agreed_on'),
    /** The day a member said it was done on. */
    completedOn: text('completed_on'),
    calledOff: json<CalledOff | null>('called_off'),
    /** The job it was agreed with, where a rhythm put this one down. */
    repeats: text('repeats'),
    /** A house job: papers of the business itself with a member or freelancer, who stands as its client. */
    house: flag('house').notNull().default(false),
    version: integer('version').notNull().default(1),
    createdAt: at('created_at').notNull(),
    search: text('search').notNull(),
    day: text('day').generatedAlwaysAs(sql`substr(starts, 1, 10)`, { mode: 'stored' }),
    sortDay: text('sort_day').generatedAlwaysAs(sql`coalesce(substr(starts, 1, 10), '9999-12-31')`, { mode: 'stored' }),
  },
  (t) => [
    index('jobs_by_day').on(t.sortDay, t.id),
    index('jobs_by_client')
      .on(t.clientId, t.sortDay)
      .where(sql`client_id is not null`),
    index('jobs_of_house')
      .on(t.sortDay)
      .where(sql`house`),
    index('jobs_by_kind').on(t.kindId, t.sortDay, t.id),
    index('jobs_of_more_days')
      .on(t.sortDay)
      .where(sql`further_days <> '[]'`),
  ],
)

/** Pictures and files taken to a job: good for it alone. */
export const jobFiles = sqliteTable(
  'job_files',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    sha: text('sha').notNull(),
    name: text('name').notNull(),
    type: text('type').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.sha] })],
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
    /** What of the job says how many there are. */
    per: text('per').$type<Per>(),
    breaks: json<PriceBreak[] | null>('breaks'),
    contents: json<Content[] | null>('contents'),
    section: json<Section | null>('section'),
    variant: json<Variant | null>('variant'),
    /** What it says in further languages, as its item did. */
    words: json<LineWords | null>('words'),
    /** The priced item it was made from, and its picture. */
    item: text('item'),
    picture: text('picture'),
  },
  (t) => [
    primaryKey({ columns: [t.jobId, t.key] }),
    index('lines_by_item')
      .on(t.item)
      .where(sql`item is not null`),
  ],
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
  (t) => [primaryKey({ columns: [t.jobId, t.contactId] }), index('guests_by_contact').on(t.contactId)],
)

/** Where each job stands, kept in step with its events so that lists need not work it out. `state` leaves out what only the date changes. */
export const standings = sqliteTable(
  'standings',
  {
    jobId: text('job_id')
      .primaryKey()
      .references(() => jobs.id),
    facts: json<LineFacts>('facts').notNull(),
    state: text('state').notNull(),
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
    index('standings_by_state').on(t.state, t.sortDay, t.jobId),
    index('standings_since')
      .on(t.since, t.sortDay)
      .where(sql`state = 'theirs'`),
    index('standings_due').on(t.oldestDue, t.state, t.sortDay),
    index('standings_ready').on(t.ready, t.sortDay, t.jobId),
    index('standings_by_day').on(t.sortDay, t.jobId, t.state),
    index('standings_late')
      .on(t.sortDay, t.oldestDue)
      .where(sql`state = 'theirs' and oldest_due is not null`),
  ],
)

/**
 * Sums that Today and the lists read, a row for each day, kept by triggers in the transaction that changes a standing or a
 * due: `jobs` by the job's day and its state, `dues` by the day they fall due, `late` by a job's earliest open due. What is
 * shown of fifty thousand jobs is added up from some hundred rows.
 */
export const daySums = sqliteTable(
  'day_sums',
  {
    what: text('what').$type<'jobs' | 'dues' | 'late'>().notNull(),
    day: text('day').notNull(),
    state: text('state').notNull().default(''),
    n: integer('n').notNull().default(0),
    quoted: money('quoted')
      .notNull()
      .default(0 as Minor),
    agreed: money('agreed')
      .notNull()
      .default(0 as Minor),
    paid: money('paid')
      .notNull()
      .default(0 as Minor),
    held: money('held')
      .notNull()
      .default(0 as Minor),
    open: money('open')
      .notNull()
      .default(0 as Minor),
  },
  (t) => [primaryKey({ columns: [t.what, t.day, t.state] })],
)
