import { asc, isNull } from 'drizzle-orm'
import { rightsOf } from '../../core/members/rights'
import type { MemberRow, WaysIn, me } from '../../shared/out/members'
import type { z } from 'zod'
import { hasCome } from '../members/keys'
import { passkeysOf } from '../members/passkeys'
import type { Member } from '../members/members'
import { db } from '../platform/db/client'
import { members } from '../platform/db/schema'

/** Who is signed in, as every screen knows them. */
export const meView = (m: Member): z.output<typeof me> => ({
  id: m.id,
  name: m.name,
  role: m.role,
  may: [...rightsOf(m)],
})

/** How somebody proves who they are; nothing of what they prove it with. */
export async function waysInOf(m: Member): Promise<WaysIn> {
  const keys = await passkeysOf(m.id)
  return {
    second: m.otpSecret !== '',
    spare: m.spareCodes.length,
    passkeys: keys.map(({ id, name, createdAt, usedAt }) => ({ id, name, createdAt, usedAt })),
  }
}

/** Who works here, by name. */
export async function membersView(me: string): Promise<{ members: MemberRow[] }> {
  const rows = await db().select().from(members).where(isNull(members.removedAt)).orderBy(asc(members.name))
  return {
    members: rows.map((m) => ({
      id: m.id,
      name: m.name,
      email: m.email,
      role: m.role,
      may: [...rightsOf(m)],
      own: m.role !== 'owner' && m.may !== null,
      come: hasCome(m),
      you: m.id === me,
    })),
  }
}
