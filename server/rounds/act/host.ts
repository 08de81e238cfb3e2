import { eq } from 'drizzle-orm'
import type { LinkHolder } from '../../chain/links'
import { db } from '../../platform/db/client'
import { members, sessions } from '../../platform/db/schema'

/** Who hosts somebody that signs on a device of the business, and whether that was handed to them or is a pad. */
export async function hosting({ channel, sessionId }: LinkHolder) {
  if (channel !== 'device' || !sessionId) return null
  const [host] = await db()
    .select({ name: members.name, kind: sessions.kind })
    .from(sessions)
    .innerJoin(members, eq(members.id, sessions.memberId))
    .where(eq(sessions.id, sessionId))
  return host ?? null
}

/** Who hosts them, as it stands in the record. */
export async function hostOf(holder: LinkHolder): Promise<{ host?: string }> {
  const host = await hosting(holder)
  return host ? { host: host.name } : {}
}
