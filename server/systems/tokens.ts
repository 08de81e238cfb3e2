import { and, desc, eq, isNull } from 'drizzle-orm'
import type { z } from 'zod'
import { type Right, rightsOf } from '../../core/members/rights'
import type { newToken as given } from '../../shared/systems'
import type { TokensView } from '../../shared/out/systems'
import { later, now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { members, tokens } from '../platform/db/schema'
import { hashToken, newId, newToken } from '../platform/ids'
import { Problem, notFound } from '../platform/problem'
import { type Member, memberById } from '../members/members'
import { theBusiness } from '../records/business'

export type Token = typeof tokens.$inferSelect
const BEGINS = 'upwold_'
/** How far apart its uses are noted, in seconds. */
const NOTED_EVERY = 60
const MOST = 50

/** What a member can give a token: to read, and what they may themselves. */
const givable = (member: Member): ('read' | Right)[] => ['read', ...rightsOf(member)]

/** Makes a way in for another program, with no more than whoever makes it may. The token is told once. */
export async function addToken(
  { name, scopes, until }: z.output<typeof given>,
  member: Member,
): Promise<{ id: string; token: string }> {
  const beyond = scopes.filter((s) => !givable(member).includes(s))
  if (beyond.length) throw new Problem('not-allowed', 'You can give a token only what you may do yourself.')
  const [id, token] = [newId(), `${BEGINS}${newToken()}`]
  await write(async (tx) => {
    const there = await tx.select({ id: tokens.id }).from(tokens).where(isNull(tokens.revokedAt))
    if (there.length >= MOST) throw new Problem('not-now', `There are ${MOST} tokens. Take back one that isn’t used.`)
    await tx.insert(tokens).values({
      ...{ id, name, memberId: member.id, scopes, createdAt: now() },
      hash: hashToken(token),
      begins: token.slice(0, BEGINS.length + 5),
      until: until && `${until}T23:59:59.999Z`,
    })
  })
  return { id, token }
}

/** Takes a token back: one's own, or anybody's where one is an owner. From now on it opens nothing. */
export async function revokeToken(id: string, by: Member): Promise<void> {
  await write(async (tx) => {
    const [row] = await tx.select().from(tokens).where(eq(tokens.id, id))
    if (!row || (row.memberId !== by.id && by.role !== 'owner')) throw notFound('token')
    await tx
      .update(tokens)
      .set({ revokedAt: row.revokedAt ?? now() })
      .where(eq(tokens.id, id))
  })
}

/**
 * Who a token acts for: the member who made it, as long as they work here, with what of its scopes they still may. Null for
 * anything that opens nothing.
 */
export async function behindToken(token: string, ip: string): Promise<{ token: Token; member: Member } | null> {
  if (!token.startsWith(BEGINS)) return null
  const [row] = await db()
    .select()
    .from(tokens)
    .where(and(eq(tokens.hash, hashToken(token)), isNull(tokens.revokedAt)))
  if (!row || (row.until && row.until < now())) return null
  const member = await memberById(row.memberId)
  if (!member) return null
  if (!row.usedAt || row.usedAt < later(-NOTED_EVERY) || row.usedFrom !== ip)
    await write((tx) => tx.update(tokens).set({ usedAt: now(), usedFrom: ip }).where(eq(tokens.id, row.id)))
  return { token: row, member }
}

/** Tokens that are there: one's own, or everybody's for an owner. */
export async function tokensView(me: Member): Promise<TokensView> {
  const rows = await db()
    .select({ token: tokens, name: members.name, removedAt: members.removedAt })
    .from(tokens)
    .innerJoin(members, eq(members.id, tokens.memberId))
    .where(and(isNull(tokens.revokedAt), me.role === 'owner' ? undefined : eq(tokens.memberId, me.id)))
    .orderBy(desc(tokens.createdAt))
  return {
    rows: rows.map(({ token: t, name, removedAt }) => ({
      ...{ id: t.id, name: t.name, begins: t.begins, scopes: t.scopes, createdAt: t.createdAt, until: t.until },
      ...{ usedAt: t.usedAt, usedFrom: t.usedFrom },
      member: { id: t.memberId, name, gone: !!removedAt },
    })),
    mine: givable(me),
    timeZone: (await theBusiness()).timeZone,
  }
}
