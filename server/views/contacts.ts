import { and, asc, isNull, sql } from 'drizzle-orm'
import { same } from '../../core/tags/tags'
import type { ContactView } from '../../shared/jobs'
import { db } from '../platform/db/client'
import { toVcards } from '../../core/people/vcard'
import { toCsv } from '../platform/csv'
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
  language: c.language,
  taxNumber: c.taxNumber,
  lateHold: c.lateHold,
})

const HEADS = ['name', 'email', 'phone', 'address', 'kind', 'date of birth']
/** Everybody, as a table that can be brought in again, or as cards. */
export async function peopleFile(as: 'csv' | 'vcard'): Promise<{ bytes: Uint8Array; name: string; type: string }> {
  const all = await db()
    .select()
    .from(contacts)
    .where(isNull(contacts.forgottenAt))
    .orderBy(asc(contacts.name), asc(contacts.id))
  const text =
    as === 'csv'
      ? toCsv([HEADS, ...all.map((c) => [c.name, c.email, c.phone, c.address, c.kind, c.born ?? ''])])
      : toVcards(
          all.map(({ id, name, email, phone, address, kind, born }) => ({
            id,
            name,
            email,
            phone,
            address,
            kind,
            born,
          })),
        )
  return {
    bytes: new TextEncoder().encode(text),
    name: as === 'csv' ? 'people.csv' : 'people.vcf',
    type: as === 'csv' ? 'text/csv; charset=utf-8' : 'text/vcard; charset=utf-8',
  }
}

/** Contacts by name, for finding as one types. */
export async function findContacts(find: string, limit = 20, after = '', tag = ''): Promise<ContactView[]> {
  const rows = await db()
    .select()
    .from(contacts)
    .where(
      and(
        isNull(contacts.forgottenAt),
        find.trim() ? contains(contacts.search, searchable(find)) : undefined,
        tag
          ? sql`exists (select 1 from tags t where t.of = 'person' and t.of_id = ${contacts.id} and t.same = ${same(tag)})`
          : undefined,
        after
          ? sql`(${contacts.name}, ${contacts.id}) > (select name, id from contacts where id = ${after})`
          : undefined,
      ),
    )
    .orderBy(asc(contacts.name), asc(contacts.id))
    .limit(limit)
  return rows.map(contactView)
}
