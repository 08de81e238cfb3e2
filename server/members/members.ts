import { and, eq, isNull } from 'drizzle-orm'
import { type Right, type Role, type Standing, mayAny, refuseStanding } from '../../core/members/rights'
import { now } from '../platform/clock'
import { hashPassword, verifyPassword } from '../platform/crypt'
import { db, write } from '../platform/db/client'
import { devices, members } from '../platform/db/schema'
import { hashToken, newId, newToken } from '../platform/ids'
import { Problem } from '../platform/problem'
import { type LimitName, forgive, take } from '../platform/throttle'

export type Member = typeof members.$inferSelect

/** Runs a check of a secret under limits; each wrong try counts before the answer is known, a right one clears the counts. */
export async function guarded(
  limits: readonly (readonly [LimitName, string])[],
  check: () => Promise<boolean>,
  wrong: string,
): Promise<void> {
  for (const [name, whose] of limits) await take(name, whose)
  if (!(await check())) throw new Problem('wrong-sign-in', wrong)
  for (const [name, whose] of limits) await forgive(name, whose)
}

const NOBODY = `scrypt$${Buffer.alloc(16).toString('base64')}$${Buffer.alloc(32).toString('base64')}`

/**
 * Signs a member in by e-mail and password. The answer is the same, and takes as long, whether the address is known or not.
 * Strangers are slowed by account and address; a browser the member has used before counts for itself alone, so that nobody
 * can keep them out.
 */
export async function signIn(
  email: string,
  password: string,
  from: { address: string; mark: string | undefined },
): Promise<Member> {
  const account = email.trim().toLowerCase()
  const [found] = await db()
    .select()
    .from(members)
    .where(and(eq(members.email, account), isNull(members.removedAt)))
  const known = found && from.mark ? await isKnown(found.id, from.mark) : false
  await guarded(
    known
      ? [['sign-in device', hashToken(from.mark!)]]
      : [
          ['sign-in', `${account} ${from.address}`],
          ['sign-in address', from.address],
          ['sign-in account', account],
        ],
    async () => (await verifyPassword(password, found?.passwordHash ?? NOBODY)) && !!found,
    'This e-mail and password don’t belong together.',
  )
  return found!
}

async function isKnown(memberId: string, mark: string): Promise<boolean> {
  const [device] = await db()
    .select()
    .from(devices)
    .where(and(eq(devices.tokenHash, hashToken(mark)), eq(devices.memberId, memberId)))
  return !!device
}

/** Remembers the browser a member has signed in with; returns its mark when it is new to them. Members who share one share its mark. */
export async function rememberDevice(memberId: string, mark: string | undefined): Promise<string | null> {
  if (mark && (await isKnown(memberId, mark))) return null
  const fresh = mark && /^[\w-]{43}$/.test(mark) ? mark : newToken()
  await write((tx) => tx.insert(devices).values({ tokenHash: hashToken(fresh), memberId, createdAt: now() }))
  return fresh
}

/** Checks a member's PIN, as asked when the device comes back. */
export async function checkPin(memberId: string, pin: string): Promise<void> {
  const member = await memberById(memberId)
  await guarded(
    [['pin', memberId]],
    async () => !!member && verifyPassword(pin, member.pinHash),
    'This is not the PIN.',
  )
}

/** Checks the password a member says they have now, as asked before it is changed. */
export async function checkPassword(member: Member, password: string): Promise<void> {
  const wrong = 'This is not the password you have now.'
  try {
    await guarded([['pin', `password ${member.id}`]], () => verifyPassword(password, member.passwordHash), wrong)
  } catch (error) {
    if (!(error instanceof Problem) || error.code !== 'wrong-sign-in') throw error
    throw new Problem('invalid', wrong, { current: wrong })
  }
}

export async function memberById(id: string): Promise<Member | null> {
  const [found] = await db()
    .select()
    .from(members)
    .where(and(eq(members.id, id), isNull(members.removedAt)))
  return found ?? null
}

/** Refuses a member who has none of the rights that are asked for. */
export function insistOnRight(member: Member, wanted: readonly Right[]): void {
  if (!mayAny(member, wanted))
    throw new Problem('not-allowed', 'This is not among what you may do here. An owner can let you, in Settings.')
}

/** Refuses what a member may not do to how somebody else stands here. */
export function insistOnStanding(by: Member, before: Standing | null, after: Standing | null): void {
  const refused = refuseStanding(by, before, after)
  if (refused) throw new Problem('not-allowed', refused)
}

export async function addMember(input: {
  name: string
  email: string
  role: Role
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
