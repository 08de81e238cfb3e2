import { sql } from 'drizzle-orm'
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { OccurrenceKind } from '../../../../core/follow-ups/model'
import type { Right } from '../../../../core/members/rights'
import { at, flag, id, json, sealed } from './columns'
import { members } from './business'
import { contacts } from './contacts'
import { jobs } from './jobs'

/** What lets Upwold into another system: kept encrypted, never shown again. */
export type SystemKeys =
  | { kind: 'hook'; secrets: { secret: string; until: string | null }[] }
  | { kind: 'webdav'; user: string; password: string }
  | { kind: 's3'; accessKey: string; secretKey: string; region: string }

/** Other systems Upwold talks to: one that takes calls, or one that keeps files. */
export const systems = sqliteTable('systems', {
  id: id(),
  name: text('name').notNull(),
  kind: text('kind').$type<'hook' | 'webdav' | 's3'>().notNull(),
  url: text('url').notNull(),
  keys: sealed<SystemKeys>('keys').notNull(),
  /** What it is told by itself; none for what follow-ups send alone. */
  events: json<OccurrenceKind[]>('events').notNull(),
  on: flag('on').notNull(),
  createdAt: at('created_at').notNull(),
  by: text('by').notNull(),
  goneAt: at('gone_at'),
})

/** One try at giving something over. */
export interface Try {
  at: string
  /** What it answered; 0 where nothing came. */
  status: number
  ms: number
  /** The beginning of its answer, or what was wrong. */
  said: string
}

/** What is given over to another system: a call or a file. Tried for three days. */
export const deliveries = sqliteTable(
  'deliveries',
  {
    id: id(),
    systemId: text('system_id')
      .notNull()
      .references(() => systems.id),
    what: text('what').$type<OccurrenceKind | 'follow-up' | 'tried' | 'file'>().notNull(),
    /** What is said, as it goes; of a file its path. */
    body: text('body').notNull(),
    /** The file, by its SHA-256. */
    sha: text('sha'),
    jobId: text('job_id').references(() => jobs.id),
    createdAt: at('created_at').notNull(),
    state: text('state').$type<'waiting' | 'done' | 'refused' | 'given up'>().notNull(),
    tries: json<Try[]>('tries').notNull(),
    doneAt: at('done_at'),
    /** The step of a follow-up it was for. */
    stepId: text('step_id'),
  },
  (t) => [index('deliveries_by_system').on(t.systemId, t.createdAt)],
)

/** Ways in for other programs: each acts as the member who made it, with no more than its scopes. */
export const tokens = sqliteTable('tokens', {
  id: id(),
  name: text('name').notNull(),
  memberId: text('member_id')
    .notNull()
    .references(() => members.id),
  hash: text('hash').notNull().unique(),
  /** The first signs of it, to tell them apart. */
  begins: text('begins').notNull(),
  /** What it may: to read, and these rights. */
  scopes: json<('read' | Right)[]>('scopes').notNull(),
  createdAt: at('created_at').notNull(),
  until: at('until'),
  usedAt: at('used_at'),
  usedFrom: text('used_from').notNull().default(''),
  revokedAt: at('revoked_at'),
})

/** What was answered to a write that came with an idempotency key. */
export const answered = sqliteTable(
  'answered',
  {
    key: text('key').primaryKey(),
    /** What was asked, hashed: the same key with something else is refused. */
    asked: text('asked').notNull(),
    /** Null while it is being done. */
    status: integer('status'),
    answer: sealed<unknown>('answer'),
    at: at('at').notNull(),
  },
  (t) => [index('answered_by_time').on(t.at)],
)

/** A calendar of a member's: opened by an address of its own. */
export const feeds = sqliteTable('feeds', {
  memberId: text('member_id')
    .primaryKey()
    .references(() => members.id),
  /** The address is made from this and the secret. */
  nonce: text('nonce').notNull(),
  tokenHash: text('token_hash').notNull().unique(),
  /** What it shows. */
  shows: json<('jobs' | 'stages' | 'deadlines' | 'tasks' | 'entries')[]>('shows').notNull(),
  createdAt: at('created_at').notNull(),
  readAt: at('read_at'),
})

/** Mail that came in: what bounced, and what was answered. */
export const mailIn = sqliteTable(
  'mail_in',
  {
    /** Its Message-ID, or the SHA-256 of it where it has none. */
    id: id(),
    at: at('at').notNull(),
    kind: text('kind').$type<'bounce' | 'answer' | 'other'>().notNull(),
    from: text('from').notNull(),
    subject: text('subject').notNull(),
    text: text('text').notNull(),
    jobId: text('job_id').references(() => jobs.id),
    contactId: text('contact_id').references(() => contacts.id),
    files: json<{ sha: string; name: string; type: string }[]>('files').notNull(),
    /** What of it was left out, in words; empty for nothing. */
    leftOut: text('left_out').notNull().default(''),
    readAt: at('read_at'),
  },
  (t) => [
    index('mail_in_by_time').on(t.at),
    index('mail_in_by_person')
      .on(t.contactId, t.at)
      .where(sql`contact_id is not null`),
  ],
)

/** What the neighbour, which stands in for other systems, was given; and how it was told to answer. */
export const neighbour = sqliteTable(
  'standin_neighbour',
  {
    n: integer('n').primaryKey({ autoIncrement: true }),
    what: text('what').$type<'call' | 'file' | 'how'>().notNull(),
    /** The path of a file, the id of a call. */
    name: text('name').notNull(),
    body: text('body').notNull(),
    sha: text('sha'),
    /** Whether its signature was right; null where it can't be told. */
    signed: flag('signed'),
    /** What it answered. */
    answered: integer('answered').notNull(),
    at: at('at').notNull(),
  },
  (t) => [index('neighbour_by_name').on(t.what, t.name)],
)
