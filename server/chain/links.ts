import { and, eq, isNull, sql } from 'drizzle-orm'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { type LinkChannel, links, roundPeople } from '../platform/db/schema'
import { hashToken, newId } from '../platform/ids'
import { Problem } from '../platform/problem'
import { take } from '../platform/throttle'
import { tokenOf } from '../platform/tokens'

export { linkUrl } from '../platform/tokens'

/** Makes a link for one person of one round; one that works in a session alone names it. */
export async function issueLink(
  personId: string,
  channel: LinkChannel,
  sessionId: string | null = null,
): Promise<{ token: string; nonce: string }> {
  const nonce = newId()
  const token = tokenOf(personId, nonce)
  await write((tx) =>
    tx.insert(links).values({ tokenHash: hashToken(token), personId, channel, sessionId, createdAt: now() }),
  )
  return { token, nonce }
}

export interface LinkHolder {
  person: typeof roundPeople.$inferSelect
  channel: LinkChannel
  /** The session the link works in; null for one that was sent. */
  sessionId: string | null
  /** Whether whoever was handed the device has said that it is them. */
  affirmed: boolean
}

/** What everybody is told whose link isn't one, whatever the reason. */
export const unknownLink = (): Problem =>
  new Problem(
    'not-found',
    'This link is not known. Open it again from the message you got; if that does not help, ask the sender for a new one.',
  )
/** Whose link it is. Throws the same for every link that isn't one; `ip` is who asks. */
export async function holderOf(token: string, ip = ''): Promise<LinkHolder> {
  const [row] = /^[\w-]{43}$/.test(token)
    ? await db()
        .select({
          person: roundPeople,
          channel: links.channel,
          sessionId: links.sessionId,
          affirmed: sql<boolean>`${links.affirmedAt} is not null`.mapWith(Boolean),
        })
        .from(links)
        .innerJoin(roundPeople, eq(roundPeople.id, links.personId))
        .where(and(eq(links.tokenHash, hashToken(token)), isNull(links.revokedAt)))
    : []
  if (row) return row
  // Whoever tries many that aren't one is slowed; whoever has a link is never kept from it.
  await take('link guess', ip)
  throw unknownLink()
}

/** Makes links of one kind, or all of somebody's, stop working. */
export async function revokeLinks(personId: string, channel?: LinkChannel): Promise<void> {
  await write((tx) =>
    tx
      .update(links)
      .set({ revokedAt: now() })
      .where(
        and(eq(links.personId, personId), isNull(links.revokedAt), ...(channel ? [eq(links.channel, channel)] : [])),
      ),
  )
}
