import { desc, lt } from 'drizzle-orm'
import type { H3Event } from 'h3'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { type SecurityKind, securityLog } from '../platform/db/schema'
import { fromWhere } from '../doors/where'

/** Writes into the log that the owner can read. Nothing that opens anything stands in it. */
export async function securityNote(
  event: H3Event,
  kind: SecurityKind,
  words: string,
  who: { id: string | null; name: string } | undefined = event.context.member,
): Promise<void> {
  const { ip: address, device } = fromWhere(event)
  await write((tx) =>
    tx.insert(securityLog).values({
      at: now(),
      kind,
      memberId: who?.id ?? null,
      who: who?.name ?? '',
      words: words.slice(0, 300),
      address,
      device,
    }),
  )
}

/** The log, newest first, a page at a time. */
export async function securityPage(before: number | undefined): Promise<(typeof securityLog.$inferSelect)[]> {
  return db()
    .select()
    .from(securityLog)
    .where(before === undefined ? undefined : lt(securityLog.id, before))
    .orderBy(desc(securityLog.id))
    .limit(100)
}
