import { eq } from 'drizzle-orm'
import type { LinkHolder } from '../../chain/links'
import { db } from '../../platform/db/client'
import { members, sessions } from '../../platform/db/schema'

/** Who handed the device to somebody who signs on it. */
export async function hostOf({ channel, sessionId }: LinkHolder): Promise<{ host?: string }> {
  if (channel !== 'device' || !sessionId) return {}
  const [host] = await db()
    .select({ name: members.name })
    .from(sessions)
    .innerJoin(members, eq(members.id, sessions.memberId))
    .where(eq(sessions.id, sessionId))
  return host ? { host: host.name } : {}
}
