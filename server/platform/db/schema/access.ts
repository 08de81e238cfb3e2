import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { at, id, json } from './columns'
import { members } from './business'

/**
 * Browsers that are signed in. Only the hash of what the cookie carries is kept. A session of the kind `handover` can sign
 * for one person and hand back, nothing else; its member is the host.
 */
export const sessions = sqliteTable(
  'sessions',
  {
    id: id(),
    tokenHash: text('token_hash').notNull().unique(),
    memberId: text('member_id')
      .notNull()
      .references(() => members.id),
    kind: text('kind').$type<'member' | 'handover' | 'pad'>().notNull(),
    /** Whom the device was handed to; on a pad it stands with the pad. */
    personId: text('person_id'),
    /** Who is handed it next, one after the other, by their places in the round. */
    queue: json<string[]>('queue').notNull().default([]),
    device: text('device').notNull(),
    address: text('address').notNull(),
    createdAt: at('created_at').notNull(),
    seenAt: at('seen_at').notNull(),
    endedAt: at('ended_at'),
  },
  (t) => [index('sessions_by_member').on(t.memberId, t.seenAt)],
)

/** Browsers that somebody has signed in with before: strangers' wrong tries don't keep them out. */
export const devices = sqliteTable(
  'devices',
  {
    tokenHash: text('token_hash').notNull(),
    memberId: text('member_id')
      .notNull()
      .references(() => members.id),
    createdAt: at('created_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.tokenHash, t.memberId] })],
)

/** Streams that are open, over all processes; one that is not renewed has ended. */
export const streams = sqliteTable(
  'streams',
  { id: id(), sessionId: text('session_id').notNull(), until: at('until').notNull() },
  (t) => [index('streams_by_session').on(t.sessionId, t.until)],
)

/** What the owner may want to look up: who came in, what was refused, changed, looked at or taken out. */
export const securityLog = sqliteTable(
  'security_log',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    at: at('at').notNull(),
    kind: text('kind').$type<SecurityKind>().notNull(),
    memberId: text('member_id'),
    who: text('who').notNull(),
    words: text('words').notNull(),
    address: text('address').notNull(),
    device: text('device').notNull(),
  },
  (t) => [index('security_by_kind').on(t.kind, t.id)],
)
export type SecurityKind = 'sign-in' | 'refusal' | 'setting' | 'post-room' | 'export' | 'handover'
