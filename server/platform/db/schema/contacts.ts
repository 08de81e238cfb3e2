import type { Language } from '../../../../core/text/language'
import { sql } from 'drizzle-orm'
import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { at, flag, id, json } from './columns'

export const contacts = sqliteTable(
  'contacts',
  {
    id: id(),
    name: text('name').notNull(),
    email: text('email').notNull().default(''),
    phone: text('phone').notNull().default(''),
    address: text('address').notNull().default(''),
    kind: text('kind').$type<'person' | 'organisation'>().notNull().default('person'),
    createdAt: at('created_at').notNull(),
    search: text('search').notNull(),
    /** Day of birth, where it matters: who is under 18 needs a guardian. */
    born: text('born'),
    /** The language they are written to in, where it is known. */
    language: text('language').$type<Language>(),
    /** They aren't reminded of what is late: something is being talked about. */
    lateHold: flag('late_hold').notNull().default(false),
    /** Their tax number, where they are a business; empty where it isn't known. */
    taxNumber: text('tax_number').notNull().default(''),
    /** What members write down of them, for themselves. */
    notes: text('notes').notNull().default(''),
    /** They supply something to the business. */
    supplier: flag('supplier').notNull().default(false),
    /** The member they are, where papers are for them too. */
    memberId: text('member_id'),
    /** Whom they turned out to be: everything of theirs stands there. */
    mergedInto: text('merged_into'),
    /** When they were forgotten, at their wish: what is left of them stands on papers the law keeps. */
    forgottenAt: at('forgotten_at'),
  },
  (t) => [
    index('contacts_name').on(t.name, t.id),
    uniqueIndex('contacts_by_member')
      .on(t.memberId)
      .where(sql`member_id is not null`),
  ],
)

export type ImportOf = 'people' | 'items' | 'jobs'
/** What was filled in of one that was there: the fields as they came, or as they were before. */
export interface ImportChange {
  id: string
  filled: Record<string, unknown>
}

/** Records that were brought in together, so that it can be undone as a whole. */
export const imports = sqliteTable('imports', {
  id: id(),
  of: text('of').$type<ImportOf>().notNull().default('people'),
  at: at('at').notNull(),
  /** Who brought them in, by name. */
  by: text('by').notNull(),
  added: json<string[]>('added').notNull(),
  /** What was filled in of those who were there. */
  before: json<ImportChange[]>('before').notNull(),
  left: integer('left').notNull(),
  undoneAt: at('undone_at'),
})
