import { asc, isNull } from 'drizzle-orm'
import type { MemberRow } from '../../shared/out/members'
import { hasCome } from '../members/keys'
import { db } from '../platform/db/client'
import { members } from '../platform/db/schema'

/** Who works here, by name. */
export async function membersView(me: string): Promise<{ members: MemberRow[] }> {
  const rows = await db().select().from(members).where(isNull(members.removedAt)).orderBy(asc(members.name))
  return {
    members: rows.map((m) => ({
      id: m.id,
      name: m.name,
      email: m.email,
      role: m.role,
      come: hasCome(m),
      you: m.id === me,
    })),
  }
}
