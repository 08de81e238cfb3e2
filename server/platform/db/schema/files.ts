import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { at, json } from './columns'

export const blobs = sqliteTable('blobs', {
  sha: text('sha').primaryKey(),
  type: text('type').notNull(),
  size: integer('size').notNull(),
  createdAt: at('created_at').notNull(),
})

/** PDFs that came from elsewhere or were put together from such, by their hash; `text` is the hash of their words. */
export const files = sqliteTable('files', {
  sha: text('sha')
    .primaryKey()
    .references(() => blobs.sha),
  name: text('name').notNull(),
  /** `read-only` for one that is digitally signed: it can go with a paper and is never marked. */
  use: text('use').$type<'mark' | 'read-only'>().notNull(),
  pages: json<{ w: number; h: number }[]>('pages').notNull(),
  removed: json<string[]>('removed').notNull(),
  text: text('text').references(() => blobs.sha),
  createdAt: at('created_at').notNull(),
})
