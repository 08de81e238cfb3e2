import { and, eq, gt, ne } from 'drizzle-orm'
import { later, now } from '../platform/clock'
import { hashPassword } from '../platform/crypt'
import { db, write } from '../platform/db/client'
import { doorKeys, members } from '../platform/db/schema'
import { hashToken, newId, newToken } from '../platform/ids'
import { Problem } from '../platform/problem'
import { doorTokenOf } from '../platform/tokens'
import { enqueue } from '../queue/outbox'
import { type Member, insistOnStanding } from './members'
import { insistOnStrength } from './passwords'
import { insistOnSecond } from './second'
import { endSessionsOf } from './sessions'

const DAY = 86_400
/** How long a way in stays open, in seconds. */
const OPEN = { invited: 7 * DAY, forgotten: 1800 } as const
export type Purpose = keyof typeof OPEN

/** Opens a way in for a member and has it sent to them. What was open for the same before is shut. */
async function openDoor(memberId: string, purpose: Purpose): Promise<void> {
  const nonce = newToken()
  await write(async (tx) => {
    await tx.delete(doorKeys).where(and(eq(doorKeys.memberId, memberId), eq(doorKeys.purpose, purpose)))
    await tx
      .insert(doorKeys)
      .values({ tokenHash: hashToken(doorTokenOf(memberId, nonce)), memberId, purpose, until: later(OPEN[purpose]) })
    await enqueue('mail.door', `door:${hashToken(nonce).slice(0, 24)}`, { memberId, nonce, purpose })
  })
}

/** A sign-in that nothing opens: what a member has who hasn't come in yet. */
const SHUT = ''

/** Makes a member who chooses a password and PIN by the link they are sent; their id. */
export async function inviteMember(
  input: { name: string; email: string; role: Member['role'] },
  by: Member,
): Promise<string> {
  return write(async (tx) => {
    const email = input.email.trim().toLowerCase()
    const [there] = await tx.select().from(members).where(eq(members.email, email))
    if (there && !there.removedAt) {
      const words = `${there.name} is a member already, with this address.`
      throw new Problem('conflict', words, { email: words })
    }
    insistOnStanding(by, null, { role: input.role, may: null })
    const id = there?.id ?? newId()
    const values = { name: input.name, role: input.role, may: null, passwordHash: SHUT, pinHash: SHUT, removedAt: null }
    if (there) await tx.update(members).set(values).where(eq(members.id, id))
    else await tx.insert(members).values({ id, email, createdAt: now(), ...values })
    await openDoor(id, 'invited')
    return id
  })
}

/** Sends the invitation of a member who hasn't come in yet once more. */
export async function inviteAgain(id: string): Promise<void> {
  const [member] = await db().select().from(members).where(eq(members.id, id))
  if (!member || member.removedAt) throw new Problem('not-found', 'There is no such member.')
  if (member.passwordHash !== SHUT) throw new Problem('not-now', `${member.name} has come in already.`)
  await openDoor(id, 'invited')
}

/** Sends a link for a new password, where the address is a member's. What is answered is the same either way. */
export async function forgotPassword(email: string): Promise<void> {
  const [member] = await db().select().from(members).where(eq(members.email, email.trim().toLowerCase()))
  if (member && !member.removedAt) await openDoor(member.id, member.passwordHash === SHUT ? 'invited' : 'forgotten')
}

/** Whose way in a token opens, and what for. */
export interface Door {
  member: Member
  purpose: Purpose
}
export async function behindDoor(token: string): Promise<Door> {
  const [found] = await db()
    .select({ member: members, purpose: doorKeys.purpose })
    .from(doorKeys)
    .innerJoin(members, eq(members.id, doorKeys.memberId))
    .where(and(eq(doorKeys.tokenHash, hashToken(token)), gt(doorKeys.until, now())))
  if (!found || found.member.removedAt)
    throw new Problem('gone', 'This link opens nothing any more. Ask for another one where you sign in.')
  return found
}

/**
 * Gives a member the password (and, where they are new, the PIN) they chose; the link is used up, whoever was signed in as
 * them is out.
 */
export async function enterByDoor(
  token: string,
  { member, purpose }: Door,
  given: { password: string; pin: string | null; code?: string | undefined },
): Promise<Member> {
  await insistOnStrength(given.password, [member.name, member.email])
  // Whoever reads their mail has one factor of two.
  await insistOnSecond(member, given.code)
  if (purpose === 'invited' && !given.pin)
    throw new Problem('invalid', 'Choose a PIN of four to eight digits.', {
      pin: 'Choose a PIN of four to eight digits.',
    })
  const [passwordHash, pinHash] = await Promise.all([
    hashPassword(given.password),
    given.pin ? hashPassword(given.pin) : member.pinHash,
  ])
  await write(async (tx) => {
    const used = await tx
      .delete(doorKeys)
      .where(eq(doorKeys.tokenHash, hashToken(token)))
      .returning()
    if (!used.length) throw new Problem('gone', 'This link was used already.')
    await tx.update(members).set({ passwordHash, pinHash }).where(eq(members.id, member.id))
  })
  await endSessionsOf(member.id, { butNot: '' })
  return member
}

/** Changes one's own password; every other session of theirs is ended. */
export async function changePassword(member: Member, password: string, here: string): Promise<void> {
  await insistOnStrength(password, [member.name, member.email])
  const passwordHash = await hashPassword(password)
  await write((tx) => tx.update(members).set({ passwordHash }).where(eq(members.id, member.id)))
  await endSessionsOf(member.id, { butNot: here })
}
export async function changePin(member: Member, pin: string): Promise<void> {
  const pinHash = await hashPassword(pin)
  await write((tx) => tx.update(members).set({ pinHash }).where(eq(members.id, member.id)))
}

/** Whether somebody else who still is here may do what owners may. */
export async function otherOwners(id: string): Promise<boolean> {
  const rows = await db()
    .select()
    .from(members)
    .where(and(eq(members.role, 'owner'), ne(members.id, id)))
  return rows.some((m) => !m.removedAt && m.passwordHash !== SHUT)
}
/** Whether a member has chosen their password yet. */
export const hasCome = (member: Member): boolean => member.passwordHash !== SHUT
