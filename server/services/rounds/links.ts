import { createHmac } from 'node:crypto'
import { and, eq, isNull } from 'drizzle-orm'
import { now } from '../../clock'
import { useConfig } from '../../config'
import { keyFor } from '../../crypt'
import { db, write } from '../../db/client'
import { links, roundPeople } from '../../db/schema'
import { hashToken, newId } from '../../ids'
import { Problem } from '../../problem'

/** A token is drawn from the secret and a nonce, so that an errand that is done again sends the same link and nothing readable lies in between. */
export const tokenOf = (personId: string, nonce: string): string =>
  createHmac('sha256', keyFor('signer links')).update(`${personId}:${nonce}`).digest('base64url')
export const linkUrl = (token: string): string => `${useConfig().origin}/s/${token}`

/** Makes a link for one person of one round. */
export async function issueLink(
  personId: string,
  channel: 'email' | 'device' | 'member',
): Promise<{ token: string; nonce: string }> {
  const nonce = newId()
  const token = tokenOf(personId, nonce)
  await write((tx) => tx.insert(links).values({ tokenHash: hashToken(token), personId, channel, createdAt: now() }))
  return { token, nonce }
}

export interface LinkHolder {
  person: typeof roundPeople.$inferSelect
  channel: 'email' | 'device' | 'member'
}

/** Whose link it is. Throws the same for every link that isn't one. */
export async function holderOf(token: string): Promise<LinkHolder> {
  const [row] = /^[\w-]{43}$/.test(token)
    ? await db()
        .select({ person: roundPeople, channel: links.channel })
        .from(links)
        .innerJoin(roundPeople, eq(roundPeople.id, links.personId))
        .where(and(eq(links.tokenHash, hashToken(token)), isNull(links.revokedAt)))
    : []
  if (!row)
    throw new Problem(
      'not-found',
      'This link is not known. Open it again from the message you got; if that does not help, ask the sender for a new one.',
    )
  return row
}

/** Makes links of a kind stop working. */
export async function revokeLinks(personId: string, channel: 'device'): Promise<void> {
  await write((tx) =>
    tx
      .update(links)
      .set({ revokedAt: now() })
      .where(and(eq(links.personId, personId), eq(links.channel, channel), isNull(links.revokedAt))),
  )
}
