import { and, desc, eq, gt, isNull, ne, sql } from 'drizzle-orm'
import { later, now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { members, sessions, streams } from '../platform/db/schema'
import { hashToken, newId, newToken } from '../platform/ids'
import { Problem } from '../platform/problem'

/** Ends after so long without a request, and after so long in any case. */
const IDLE_SECONDS = 12 * 3600
export const LONGEST_SECONDS = 14 * 86_400
/** How many windows of one session may be told at once what happens. */
const MOST_STREAMS = 6
const STREAM_SECONDS = 40

export type Session = typeof sessions.$inferSelect
export interface Visitor {
  ip: string
  device: string
}

const alive = () =>
  and(
    isNull(sessions.endedAt),
    gt(sessions.seenAt, later(-IDLE_SECONDS)),
    gt(sessions.createdAt, later(-LONGEST_SECONDS)),
  )

/** Opens a session and returns it with the token for its cookie; the session it takes the place of is over. */
export async function openSession(
  what: { memberId: string; kind: Session['kind']; personId?: string; queue?: string[] },
  from: Visitor,
  instead?: string,
): Promise<{ token: string; session: Session }> {
  const token = newToken()
  const at = now()
  const session: Session = {
    id: newId(),
    tokenHash: hashToken(token),
    memberId: what.memberId,
    kind: what.kind,
    personId: what.personId ?? null,
    queue: what.queue ?? [],
    device: from.device,
    address: from.ip,
    createdAt: at,
    seenAt: at,
    endedAt: null,
  }
  await write(async (tx) => {
    if (instead) await tx.update(sessions).set({ endedAt: at }).where(eq(sessions.id, instead))
    await tx.insert(sessions).values(session)
  })
  return { token, session }
}

/** The session a cookie's token is for, if it is still alive. Being asked keeps it so. */
export async function sessionOf(token: string | undefined, from: Visitor): Promise<Session | null> {
  if (!token || !/^[\w-]{43}$/.test(token)) return null
  const [row] = await db()
    .select()
    .from(sessions)
    .where(and(eq(sessions.tokenHash, hashToken(token)), alive()))
  if (!row) return null
  // Once a minute is enough to know when it was last used.
  if (row.seenAt < later(-60) || (from.ip && row.address !== from.ip))
    await write((tx) =>
      tx
        .update(sessions)
        .set({ seenAt: now(), ...(from.ip ? { address: from.ip } : {}) })
        .where(and(eq(sessions.id, row.id), isNull(sessions.endedAt))),
    )
  return row
}

/** Whether a session lives, and is a member's own, not a handed-over device's. */
export async function sessionLives(id: string): Promise<boolean> {
  return (
    (
      await db()
        .select({ id: sessions.id })
        .from(sessions)
        .where(and(eq(sessions.id, id), alive()))
    ).length > 0
  )
}

export async function endSession(id: string): Promise<void> {
  await write((tx) =>
    tx
      .update(sessions)
      .set({ endedAt: now() })
      .where(and(eq(sessions.id, id), isNull(sessions.endedAt))),
  )
}

/** Where a member is signed in, the newest first. */
export async function sessionsOf(memberId: string): Promise<Session[]> {
  return db()
    .select()
    .from(sessions)
    .where(and(eq(sessions.memberId, memberId), alive()))
    .orderBy(desc(sessions.seenAt))
}

/** Where everybody of the business is signed in, by member. */
export async function allSessions(): Promise<(Session & { name: string })[]> {
  const rows = await db()
    .select({ session: sessions, name: members.name })
    .from(sessions)
    .innerJoin(members, eq(members.id, sessions.memberId))
    .where(alive())
    .orderBy(members.name, desc(sessions.seenAt))
  return rows.map((r) => ({ ...r.session, name: r.name }))
}

/** Ends a member's sessions: one of them, or all but the one that asks. Returns how many. */
export async function endSessionsOf(memberId: string, which: { id: string } | { butNot: string }): Promise<number> {
  return write(async (tx) => {
    const ended = await tx
      .update(sessions)
      .set({ endedAt: now() })
      .where(
        and(
          eq(sessions.memberId, memberId),
          isNull(sessions.endedAt),
          'id' in which ? eq(sessions.id, which.id) : ne(sessions.id, which.butNot),
        ),
      )
      .returning({ id: sessions.id })
    return ended.length
  })
}

/** Takes a place for a stream; throws when the session has as many as it may. */
export async function openStream(sessionId: string): Promise<string> {
  const id = newId()
  await write(async (tx) => {
    await tx.delete(streams).where(sql`${streams.until} < ${now()}`)
    const open = await tx.select({ id: streams.id }).from(streams).where(eq(streams.sessionId, sessionId))
    if (open.length >= MOST_STREAMS)
      throw new Problem('slow-down', `Upwold is open in ${MOST_STREAMS} windows here. Close one of them.`)
    await tx.insert(streams).values({ id, sessionId, until: later(STREAM_SECONDS) })
  })
  return id
}

/** Keeps a stream's place; false when its session is over. */
export async function renewStream(id: string, sessionId: string): Promise<boolean> {
  if (!(await sessionLives(sessionId))) return false
  await write((tx) =>
    tx
      .update(streams)
      .set({ until: later(STREAM_SECONDS) })
      .where(eq(streams.id, id)),
  )
  return true
}

export async function closeStream(id: string): Promise<void> {
  await write((tx) => tx.delete(streams).where(eq(streams.id, id)))
}
