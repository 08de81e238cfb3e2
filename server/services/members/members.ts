import { eq, lt } from 'drizzle-orm'
import { later, now } from '../../clock'
import { hashPassword, verifyPassword } from '../../crypt'
import { db, write } from '../../db/client'
import { attempts, members } from '../../db/schema'
import { newId } from '../../ids'
import { Problem } from '../../problem'

export type Member = typeof members.$inferSelect
const FREE_TRIES = 5
/** Seconds to wait after so many wrong tries: nothing for the first five, then 10, 20, 40 … up to 15 minutes. */
export const waitAfter = (tries: number): number =>
  tries < FREE_TRIES ? 0 : Math.min(10 * 2 ** (tries - FREE_TRIES), 900)

/** Runs a check of a secret under a throttle; each wrong try counts before the answer is known, a right one clears the count. */
async function throttled(key: string, check: () => Promise<boolean>, wrong: string): Promise<void> {
  const tries = await write(async (tx) => {
    await tx.delete(attempts).where(lt(attempts.until, later(-3600)))
    const [row] = await tx.select().from(attempts).where(eq(attempts.key, key))
    if (row && row.count >= FREE_TRIES && row.until > now())
      throw new Problem(
        'slow-down',
        `Too many wrong tries. Wait ${Math.ceil((Date.parse(row.until) - Date.parse(now())) / 1000)} seconds, then try again.`,
      )
    const count = (row?.count ?? 0) + 1
    const until = later(waitAfter(count))
    await tx
      .insert(attempts)
      .values({ key, count, until })
      .onConflictDoUpdate({ target: attempts.key, set: { count, until } })
    return count
  })
  if (!(await check()))
    throw new Problem(
      'wrong-sign-in',
      tries >= FREE_TRIES ? `${wrong} Wait ${waitAfter(tries)} seconds before the next try.` : wrong,
    )
  await write((tx) => tx.delete(attempts).where(eq(attempts.key, key)))
}

const NOBODY = `scrypt$${Buffer.alloc(16).toString('base64')}$${Buffer.alloc(32).toString('base64')}`

/** Signs a member in by e-mail and password. The answer is the same, and takes as long, whether the address is known or not. */
export async function signIn(email: string, password: string): Promise<Member> {
  const address = email.trim().toLowerCase()
  let found: Member | undefined
  await throttled(
    `sign-in ${address}`,
    async () => {
      ;[found] = await db().select().from(members).where(eq(members.email, address))
      return (await verifyPassword(password, found?.passwordHash ?? NOBODY)) && !!found
    },
    'This e-mail and password don’t belong together.',
  )
  return found!
}

/** Checks a member's PIN, as asked when the device comes back. */
export async function checkPin(memberId: string, pin: string): Promise<void> {
  const member = await memberById(memberId)
  await throttled(
    `pin ${memberId}`,
    async () => !!member && verifyPassword(pin, member.pinHash),
    'This is not the PIN.',
  )
}

export async function memberById(id: string): Promise<Member | null> {
  return (await db().select().from(members).where(eq(members.id, id)))[0] ?? null
}

export async function addMember(input: {
  name: string
  email: string
  role: 'owner' | 'staff'
  password: string
  pin: string
}): Promise<string> {
  const id = newId()
  const [passwordHash, pinHash] = await Promise.all([hashPassword(input.password), hashPassword(input.pin)])
  await write((tx) =>
    tx.insert(members).values({
      id,
      name: input.name,
      email: input.email.trim().toLowerCase(),
      role: input.role,
      passwordHash,
      pinHash,
      createdAt: now(),
    }),
  )
  return id
}
