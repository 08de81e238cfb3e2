import { lt, desc } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { securityLog } from '../platform/db/schema'

/** The log, newest first, a page at a time. */
export async function securityPage(before: number | undefined): Promise<(typeof securityLog.$inferSelect)[]> {
  return db()
    .select()
    .from(securityLog)
    .where(before === undefined ? undefined : lt(securityLog.id, before))
    .orderBy(desc(securityLog.id))
    .limit(100)
}
