import { sql } from 'drizzle-orm'
import { index, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { members } from './business'
import { at, id } from './columns'

/** What members say to each other about a paper or a template; an answer names what it answers. Never printed or sent. */
export const comments = sqliteTable(
  'comments',
  {
    id: id(),
    /** `paper` or `template`, and its id. */
    on: text('on_kind').$type<'paper' | 'template'>().notNull(),
    of: text('of').notNull(),
    /** The block it is about; null where it is about the whole. */
    block: text('block'),
    answers: text('answers'),
    by: text('by')
      .notNull()
      .references(() => members.id),
    words: text('words').notNull(),
    at: at('at').notNull(),
    resolvedAt: text('resolved_at'),
  },
  (t) => [
    index('comments_of').on(t.of, t.at),
    index('comments_open')
      .on(t.of)
      .where(sql`resolved_at is null`),
  ],
)
