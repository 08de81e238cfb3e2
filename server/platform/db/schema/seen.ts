import { sql } from 'drizzle-orm'
import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type { NoticeKind } from '../../../../core/notices/notices'
import { members } from './business'
import { at, id, json, money } from './columns'
import { jobs } from './jobs'
import { papers } from './papers'

/** What a member is told of, each thing once however often and by whatever ways it comes. */
export const notices = sqliteTable(
  'notices',
  {
    id: id(),
    memberId: text('member_id')
      .notNull()
      .references(() => members.id),
    /** What it is of: told twice it is one. */
    key: text('key').notNull(),
    kind: text('kind').$type<NoticeKind>().notNull(),
    at: at('at').notNull(),
    words: text('words').notNull(),
    detail: text('detail').notNull().default(''),
    /** Where it leads to. */
    path: text('path').notNull(),
    jobId: text('job_id').references(() => jobs.id),
    /** Whether it stands in their list; what is only told by mail or text doesn't. */
    listed: text('listed').$type<'yes' | 'no'>().notNull(),
    readAt: at('read_at'),
    /** It waits for the daily letter. */
    daily: text('daily').$type<'waits' | 'told'>(),
  },
  (t) => [
    uniqueIndex('notices_once').on(t.memberId, t.key),
    index('notices_by_member').on(t.memberId, t.at),
    index('notices_unread')
      .on(t.memberId)
      .where(sql`read_at is null and listed = 'yes'`),
    index('notices_daily')
      .on(t.memberId, t.at)
      .where(sql`daily = 'waits'`),
  ],
)

/** Another calendar that is laid beneath the business's own: a file, or an address that is read again. */
export const laidCalendars = sqliteTable('laid_calendars', {
  id: id(),
  name: text('name').notNull(),
  /** Where it is read from; empty for a file. */
  url: text('url').notNull().default(''),
  at: at('at').notNull(),
  readAt: at('read_at').notNull(),
  /** Why it couldn't be read the last time; empty where it could. */
  trouble: text('trouble').notNull().default(''),
  by: text('by').notNull(),
  entries: json<LaidEntry[]>('entries').notNull(),
})
/** What stands in it: days as `YYYY-MM-DD`, the last one too, or local times where the business is. */
export interface LaidEntry {
  from: string
  to: string
  words: string
}

/** How each sending went, kept in step with its round: what "how we do" adds up. */
export const sendings = sqliteTable(
  'sendings',
  {
    roundId: text('round_id').primaryKey(),
    paperId: text('paper_id').notNull(),
    jobId: text('job_id').notNull(),
    /** The kind of the job, of the paper; the template, where it was made from one. */
    kindId: text('kind_id').notNull(),
    paperKind: text('paper_kind').notNull(),
    templateId: text('template_id'),
    sentAt: at('sent_at').notNull(),
    endedAt: at('ended_at'),
    outcome: text('outcome').$type<'out' | 'signed' | 'declined' | 'lapsed' | 'withdrawn'>().notNull(),
    worth: money('worth').notNull(),
    reminders: integer('reminders').notNull().default(0),
  },
  (t) => [
    index('sendings_by_time').on(t.paperKind, t.sentAt, t.kindId, t.outcome, t.endedAt, t.worth, t.reminders),
    index('sendings_by_paper').on(t.paperId),
  ],
)

/** What was filled on a paper that was signed by all, by the name of each field. */
export const paperAnswers = sqliteTable(
  'paper_answers',
  {
    paperId: text('paper_id')
      .primaryKey()
      .references(() => papers.id, { onDelete: 'cascade' }),
    templateId: text('template_id').notNull(),
    at: at('at').notNull(),
    values: json<Record<string, string>>('values').notNull(),
  },
  (t) => [index('paper_answers_by_template').on(t.templateId, t.at, t.paperId)],
)
