import { type SQL, and, asc, isNull, sql } from 'drizzle-orm'
import { same } from '../../core/tags/tags'
import type { ContactView } from '../../shared/jobs'
import { db } from '../platform/db/client'
import { toVcards } from '../../core/people/vcard'
import type { TableKind } from '../../shared/lists'
import { tableFile } from '../files/table'
import { contacts } from '../platform/db/schema'
import type { PeopleKind } from '../../shared/people'
import { searchable } from '../../shared/text'
import { bouncesOf } from './came-in'
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
export async function peopleFile(as: TableKind | 'vcard'): Promise<{ bytes: Uint8Array; name: string; type: string }> {
  const all = await db()
    .select()
    .from(contacts)
    .where(and(isNull(contacts.forgottenAt), isNull(contacts.mergedInto)))
    .orderBy(asc(contacts.name), asc(contacts.id))
  if (as !== 'vcard')
    return tableFile(
      'people',
      [HEADS, ...all.map((c) => [c.name, c.email, c.phone, c.address, c.kind, c.born ?? ''])],
      as,
    )
  const text = toVcards(
    all.map(({ id, name, email, phone, address, kind, born }) => ({ id, name, email, phone, address, kind, born })),
  )
  return { bytes: new TextEncoder().encode(text), name: 'people.vcf', type: 'text/vcard; charset=utf-8' }
}

/** Who is meant by a kind of people; `null` for everybody. */
const WHO: Record<PeopleKind, SQL> = {
  client: sql`exists (select 1 from jobs j where j.client_id = ${contacts.id} and not j.house)`,
  guest: sql`exists (select 1 from guests g where g.contact_id = ${contacts.id})`,
  supplier: sql`${contacts.supplier}`,
  member: sql`(${contacts.memberId} is not null or exists (select 1 from jobs j where j.client_id = ${contacts.id} and j.house))`,
  organisation: sql`${contacts.kind} = 'organisation'`,
}
/** Contacts by name, for finding as one types. */
export async function findContacts(
  find: string,
  { limit = 20, after = '', tag = '', as }: { limit?: number; after?: string; tag?: string; as?: PeopleKind } = {},
): Promise<ContactView[]> {
  const rows = await db()
    .select()
    .from(contacts)
    .where(
      and(
        isNull(contacts.forgottenAt),
        isNull(contacts.mergedInto),
        as ? WHO[as] : undefined,
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
  const bounced = await bouncesOf(rows.map((r) => r.id))
  return rows.map((r) => ({ ...contactView(r), ...(bounced.has(r.id) ? { bounced: bounced.get(r.id) } : {}) }))
}
