import { sql } from 'drizzle-orm'
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { at, flag, id, json } from './columns'
import { contacts } from './contacts'
import { jobs } from './jobs'

/** What must happen outside the transaction that asked for it: leased, retried, done once in effect. */
export const outbox = sqliteTable(
  'outbox',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    kind: text('kind').notNull(),
    key: text('key').notNull().unique(),
    payload: json<Record<string, unknown>>('payload').notNull(),
    dueAt: at('due_at').notNull(),
    attempts: integer('attempts').notNull().default(0),
    leasedUntil: at('leased_until'),
    doneAt: at('done_at'),
    failedAt: at('failed_at'),
    lastError: text('last_error'),
  },
  (t) => [
    index('outbox_due')
      .on(t.dueAt)
      .where(sql`done_at is null and failed_at is null`),
  ],
)

/** A link or a code that a message carries. It is made at delivery, from the key and this. */
export type MessageSecret =
  | { kind: 'link'; personId: string; nonce: string }
  | { kind: 'code'; personId: string; nonce: string }
  /** The way in for a member: an invitation, or a new password. */
  | { kind: 'door'; personId: string; nonce: string }
  /** The address somebody is asked to answer at; `personId` is what asks them. */
  | { kind: 'flow'; personId: string; nonce: string }
  /** Somebody's own page; `personId` is whose. */
  | { kind: 'own'; personId: string; nonce: string }

/** The post room: every message, as the mailboxes would show it. */
export const messages = sqliteTable(
  'messages',
  {
    id: id(),
    key: text('key').notNull().unique(),
    channel: text('channel').$type<'mail' | 'text'>().notNull(),
    to: text('to').notNull(),
    from: text('from').notNull(),
    subject: text('subject').notNull(),
    text: text('text').notNull(),
    html: text('html').notNull(),
    attachments: json<{ name: string; sha: string }[]>('attachments').notNull(),
    /** What stands behind the placeholders in its text: enough to make it again with the key, nothing that opens anything by itself. */
    secrets: json<MessageSecret[]>('secrets').notNull().default([]),
    at: at('at').notNull(),
  },
  (t) => [index('messages_by_time').on(t.at), index('messages_by_address').on(t.to, t.at)],
)

/**
 * What each commit changed, for open screens: which job, which of its papers (null for all of it) and which rounds. Gone
 * after a day.
 */
export const changes = sqliteTable('changes', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  at: at('at').notNull(),
  jobId: text('job_id'),
  papers: json<string[] | null>('papers'),
  rounds: json<string[]>('rounds').notNull(),
})

/** What happened, in words: the thread of a job. */
export const happenings = sqliteTable(
  'happenings',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    jobId: text('job_id').references(() => jobs.id),
    at: at('at').notNull(),
    type: text('type').notNull(),
    words: text('words').notNull(),
    detail: text('detail').notNull().default(''),
    state: text('state'),
    paperId: text('paper_id'),
    /** What it tells of, where that is one thing: a question, by its round and its place in the chain. */
    ref: text('ref'),
    /** Pictures and files that stand with it, kept with the job. */
    files: json<{ sha: string; name: string; type: string }[] | null>('files'),
    notable: flag('notable').notNull().default(false),
    /** Whom it is about, where that isn't the client of a job. */
    contactId: text('contact_id').references(() => contacts.id),
  },
  (t) => [
    index('happenings_by_job').on(t.jobId, t.at),
    index('happenings_notable').on(t.notable, t.at),
    index('happenings_by_contact')
      .on(t.contactId, t.at)
      .where(sql`contact_id is not null`),
    index('happenings_by_paper')
      .on(t.paperId, t.at)
      .where(sql`paper_id is not null`),
  ],
)
