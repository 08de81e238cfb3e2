import { eq } from 'drizzle-orm'
import type { FeedView } from '../../shared/out/systems'
import { later, now } from '../platform/clock'
import { useConfig } from '../platform/config'
import { db, write } from '../platform/db/client'
import { feeds } from '../platform/db/schema'
import { hashToken, newId } from '../platform/ids'
import { feedTokenOf } from '../platform/tokens'
import { type Member, memberById } from '../members/members'

export type Feed = typeof feeds.$inferSelect
export type FeedPart = Feed['shows'][number]
const NOTED_EVERY = 300

const urlOf = (memberId: string, nonce: string) => `${useConfig().origin}/api/calendar/${feedTokenOf(memberId, nonce)}`

async function ofMember(memberId: string): Promise<Feed | null> {
  const [row] = await db().select().from(feeds).where(eq(feeds.memberId, memberId))
  return row ?? null
}

/** A member's calendar: its address, and what it shows. */
export async function feedView(memberId: string): Promise<FeedView> {
  const row = await ofMember(memberId)
  return {
    url: row && urlOf(memberId, row.nonce),
    shows: row?.shows ?? ['jobs', 'deadlines', 'tasks', 'entries'],
    readAt: row?.readAt ?? null,
  }
}

/** Makes a member's calendar, or has it show something else; its address stays. */
export async function keepFeed(memberId: string, shows: FeedPart[]): Promise<void> {
  await write(async (tx) => {
    if (await ofMember(memberId)) await tx.update(feeds).set({ shows }).where(eq(feeds.memberId, memberId))
    else await tx.insert(feeds).values({ memberId, shows, createdAt: now(), ...fresh(memberId) })
  })
}
/** Gives the calendar another address; the one before opens nothing any more. */
export async function renewFeed(memberId: string): Promise<void> {
  await write((tx) =>
    tx
      .update(feeds)
      .set({ ...fresh(memberId), readAt: null })
      .where(eq(feeds.memberId, memberId)),
  )
}
/** Takes the calendar away. */
export async function dropFeed(memberId: string): Promise<void> {
  await write((tx) => tx.delete(feeds).where(eq(feeds.memberId, memberId)))
}

function fresh(memberId: string): Pick<Feed, 'nonce' | 'tokenHash'> {
  const nonce = newId()
  return { nonce, tokenHash: hashToken(feedTokenOf(memberId, nonce)) }
}

/** Whose calendar an address opens; null where it opens none, or its member has left. */
export async function feedAt(token: string): Promise<{ feed: Feed; member: Member } | null> {
  const [feed] = await db()
    .select()
    .from(feeds)
    .where(eq(feeds.tokenHash, hashToken(token)))
  const member = feed ? await memberById(feed.memberId) : null
  if (!feed || !member) return null
  if (!feed.readAt || feed.readAt < later(-NOTED_EVERY))
    await write((tx) => tx.update(feeds).set({ readAt: now() }).where(eq(feeds.memberId, feed.memberId)))
  return { feed, member }
}
