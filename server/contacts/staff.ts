import { and, eq, isNull } from 'drizzle-orm'
import { searchable } from '../../shared/text'
import { now } from '../platform/clock'
import { write } from '../platform/db/client'
import { contacts, members } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { notFound } from '../platform/problem'

/** The record of a member as somebody papers are for: the one there is, by their address too, or a new one. Returns its id. */
export async function recordOfMember(memberId: string): Promise<string> {
  return write(async (tx) => {
    const [member] = await tx.select().from(members).where(eq(members.id, memberId))
    if (!member) throw notFound('member')
    const [there] = await tx.select({ id: contacts.id }).from(contacts).where(eq(contacts.memberId, memberId))
    if (there) return there.id
    const known = and(eq(contacts.name, member.name), eq(contacts.email, member.email), isNull(contacts.memberId))
    const [alike] = await tx
      .select({ id: contacts.id })
      .from(contacts)
      .where(and(known, isNull(contacts.forgottenAt), isNull(contacts.mergedInto)))
    const id = alike?.id ?? newId()
    if (alike) await tx.update(contacts).set({ memberId }).where(eq(contacts.id, id))
    else {
      const { name, email, phone } = member
      await tx
        .insert(contacts)
        .values({ id, name, email, phone, memberId, createdAt: now(), search: searchable(name, email, phone) })
    }
    return id
  })
}
