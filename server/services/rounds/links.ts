import { createHmac } from 'node:crypto'
import { and, eq, isNull } from 'drizzle-orm'
import { later, now } from '../../clock'
import { useConfig } from '../../config'
import { keyFor } from '../../crypt'
import { db, write } from '../../db/client'
import { type LinkChannel, attempts, links, roundPeople } from '../../db/schema'
import { hashToken, newId } from '../../ids'
import { Problem } from '../../problem'

/** A token is drawn from the secret and a nonce, so that an errand that is done again sends the same link and nothing readable lies in between. */
export const tokenOf = (personId: string, nonce: string): string =>
  createHmac('sha256', keyFor('signer links')).update(`${personId}:${nonce}`).digest('base64url')
export const linkUrl = (token: string): string => `${useConfig().origin}/s/${token}`

/** Makes a link for one person of one round. */
export async function issueLink(personId: string, channel: LinkChannel): Promise<{ token: string; nonce: string }> {
  const nonce = newId()
  const token = tokenOf(personId, nonce)
  await write((tx) => tx.insert(links).values({ tokenHash: hashToken(token), personId, channel, createdAt: now() }))
  return { token, nonce }
}

export interface LinkHolder {
  person: typeof roundPeople.$inferSelect
  channel: LinkChannel
}

/** What everybody is told whose link isn't one, whatever the reason. */
export const unknownLink = (): Problem =>
  new Problem(
    'not-found',
    'This link is not known. Open it again from the message you got; if that does not help, ask the sender for a new one.',
  )
/** How many unknown links one address may try in an hour before it has to wait. */
const GUESSES = 60

/** Counts a link that isn't one; whoever tries many is slowed. Whoever has a link is never kept from it. */
async function guessed(ip: string): Promise<Problem> {
  const key = `link ${ip}`
  return write(async (tx) => {
    const [row] = await tx.select().from(attempts).where(eq(attempts.key, key))
    const old = !row || row.until < now()
    const count = old ? 1 : row.count + 1
    const until = old ? later(3600) : row.until
    await tx
      .insert(attempts)
      .values({ key, count, until })
      .onConflictDoUpdate({ target: attempts.key, set: { count, until } })
    return count > GUESSES
      ? new Problem('slow-down', 'Too many links that open nothing were tried from here. Try again later.')
      : unknownLink()
  })
}

/** Whose link it is. Throws the same for every link that isn't one; `ip` is who asks. */
export async function holderOf(token: string, ip = ''): Promise<LinkHolder> {
  const [row] = /^[\w-]{43}$/.test(token)
    ? await db()
        .select({ person: roundPeople, channel: links.channel })
        .from(links)
        .innerJoin(roundPeople, eq(roundPeople.id, links.personId))
        .where(and(eq(links.tokenHash, hashToken(token)), isNull(links.revokedAt)))
    : []
  if (!row) throw await guessed(ip)
  return row
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
