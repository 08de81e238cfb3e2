import { and, sql, asc } from 'drizzle-orm'
import type { ContactView } from '../../shared/jobs'
import { db } from '../platform/db/client'
import { contacts } from '../platform/db/schema'
import { searchable } from '../../shared/text'
import { contains } from './listed'

export const contactView = (c: typeof contacts.$inferSelect): ContactView => ({
  id: c.id,
  name: c.name,
  email: c.email,
  phone: c.phone,
  address: c.address,
  kind: c.kind,
  born: c.born,
})

/** Contacts by name, for finding as one types. */
export async function findContacts(find: string, limit = 20, after = ''): Promise<ContactView[]> {
  const rows = await db()
    .select()
    .from(contacts)
    .where(
      and(
        find.trim() ? contains(contacts.search, searchable(find)) : undefined,
        after
          ? sql`(${contacts.name}, ${contacts.id}) > (select name, id from contacts where id = ${after})`
          : undefined,
      ),
    )
    .orderBy(asc(contacts.name), asc(contacts.id))
    .limit(limit)
  return rows.map(contactView)
}
