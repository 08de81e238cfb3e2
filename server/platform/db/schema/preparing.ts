import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { CheckEvent } from '../../../../core/rounds/checks'
import type { Deadline, Reminders, RoundPlan } from '../../../../core/rounds/plan'
import { at, id, json } from './columns'
import { members } from './business'
import { jobs } from './jobs'
import { templates } from './library'
import { papers } from './papers'

/** How a round is being prepared, by its first paper, and what was said about it inside the business. */
export const roundPlans = sqliteTable(
  'round_plans',
  {
    paperId: text('paper_id')
      .primaryKey()
      .references(() => papers.id),
    plan: json<RoundPlan>('plan').notNull(),
    checks: json<(CheckEvent & { at: string; name: string })[]>('checks').notNull(),
    version: integer('version').notNull(),
    updatedAt: at('updated_at').notNull(),
    /** The member it is with to be checked; null while it isn't. */
    checkWith: text('check_with').references(() => members.id),
  },
  (t) => [index('plans_by_checker').on(t.checkWith)],
)

/** One paper sent to a list of people, each their own: a row is done once in effect. */
export const lists = sqliteTable('lists', {
  id: id(),
  jobId: text('job_id')
    .notNull()
    .references(() => jobs.id),
  templateId: text('template_id')
    .notNull()
    .references(() => templates.id),
  plan: json<{ subject: string; message: string; deadline: Deadline; reminders: Reminders; party: string }>(
    'plan',
  ).notNull(),
  createdAt: at('created_at').notNull(),
  createdBy: text('created_by').references(() => members.id),
})

export const listRows = sqliteTable(
  'list_rows',
  {
    listId: text('list_id')
      .notNull()
      .references(() => lists.id),
    n: integer('n').notNull(),
    row: json<{ name: string; email: string; phone: string; values: Record<string, string> }>('row').notNull(),
    state: text('state').$type<'waiting' | 'sent' | 'failed'>().notNull(),
    problem: text('problem').notNull().default(''),
    paperId: text('paper_id').references(() => papers.id),
  },
  (t) => [primaryKey({ columns: [t.listId, t.n] }), index('list_rows_by_state').on(t.listId, t.state)],
)
