import { index, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { at, id } from './columns'

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
  },
  (t) => [index('contacts_name').on(t.name, t.id)],
)
