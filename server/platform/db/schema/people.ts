import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type { TieKind } from '../../../../core/people/ties'
import { at, id, json } from './columns'
import { contacts } from './contacts'

/** What two have to do with each other: somebody works for an organisation, or is the guardian of a child. */
export const ties = sqliteTable(
  'ties',
  {
    id: id(),
    kind: text('kind').$type<TieKind>().notNull(),
    fromId: text('from_id')
      .notNull()
      .references(() => contacts.id),
    toId: text('to_id')
      .notNull()
      .references(() => contacts.id),
    /** As what, in a few words: `bookings`. */
    words: text('words').notNull().default(''),
    createdAt: at('created_at').notNull(),
  },
  (t) => [
    uniqueIndex('ties_once').on(t.kind, t.fromId, t.toId),
    index('ties_by_from').on(t.fromId),
    index('ties_by_to').on(t.toId),
  ],
)

/** What somebody agreed to beside papers, such as that their picture may be shown; and that they took it back. */
export const consents = sqliteTable(
  'consents',
  {
    id: id(),
    contactId: text('contact_id')
      .notNull()
      .references(() => contacts.id),
    words: text('words').notNull(),
    /** The day it was given; who wrote it down, by name. */
    givenOn: text('given_on').notNull(),
    by: text('by').notNull(),
    /** The last day it is good; null where none was said. */
    until: text('until'),
    withdrawnOn: text('withdrawn_on'),
  },
  (t) => [index('consents_by_contact').on(t.contactId)],
)

/** What of somebody was moved when they turned out to be somebody else: the rows of each column, and what stood in the way. */
export interface Moved {
  /** The keys of rows by `table.column`. */
  rows: Record<string, (string | number)[]>
  /** Rows that were taken out because the other had the same, as they were. */
  doubled: { table: string; row: Record<string, string | number | null> }[]
  /** What of the one that stays was changed, as it was before and after. */
  facts: Record<string, { before: string | number | null; after: string | number | null }>
}

/** Two who were one: everything stands with the one that stays. Undone for thirty days. */
export const merges = sqliteTable(
  'merges',
  {
    id: id(),
    keptId: text('kept_id')
      .notNull()
      .references(() => contacts.id),
    goneId: text('gone_id')
      .notNull()
      .references(() => contacts.id),
    at: at('at').notNull(),
    by: text('by').notNull(),
    moved: json<Moved>('moved').notNull(),
    undoneAt: at('undone_at'),
  },
  (t) => [index('merges_by_kept').on(t.keptId)],
)

/** A client's own page: its address, proved by a code by mail in each browser. One that was renewed opens nothing any more. */
export const ownPages = sqliteTable('own_pages', {
  contactId: text('contact_id')
    .primaryKey()
    .references(() => contacts.id),
  /** The address, and what browsers carry that have proved it, are made from this and the secret. */
  nonce: text('nonce').notNull(),
  tokenHash: text('token_hash').notNull().unique(),
  createdAt: at('created_at').notNull(),
  sentAt: at('sent_at'),
  /** When it was seen last, on what, and when the time before that: what is new since then is said. */
  seenAt: at('seen_at'),
  seenOn: text('seen_on').notNull().default(''),
  seenBefore: at('seen_before'),
  /** The code that is out, hashed; how often it was tried. */
  codeHash: text('code_hash'),
  codeUntil: at('code_until'),
  tries: integer('tries').notNull().default(0),
})
