import { and, eq, isNull } from 'drizzle-orm'
import type { z } from 'zod'
import type { changeMember } from '../../shared/members'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { doorKeys, members, passkeys, tasks } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { otherOwners } from './keys'
import { type Member, insistOnStanding } from './members'
import { endSessionsOf } from './sessions'

export async function present(id: string): Promise<Member> {
  const [member] = await db()
    .select()
    .from(members)
    .where(and(eq(members.id, id), isNull(members.removedAt)))
  if (!member) throw new Problem('not-found', 'There is no such member.')
  return member
}
const LAST = 'Somebody has to own the business. Make somebody else an owner first.'

/** Changes what a member is called or may do; with another role they may what it says, unless more or less is given. The last owner stays one. */
export async function changeMemberOf(id: string, change: z.output<typeof changeMember>, by: Member): Promise<void> {
  await write(async (tx) => {
    const member = await present(id)
    const role = change.role ?? member.role
    const may = change.may !== undefined ? change.may : role === member.role ? member.may : null
    const after = { role, may: role === 'owner' ? null : may }
    insistOnStanding(by, member, after)
    if (member.role === 'owner' && role !== 'owner' && !(await otherOwners(id)))
      throw new Problem('not-now', LAST, { role: LAST })
    await tx
      .update(members)
      .set({ ...(change.name ? { name: change.name } : {}), ...after })
      .where(eq(members.id, id))
  })
}

/**
 * Takes a member out: they can't sign in any more, and what they did stays theirs by name. Tasks that are open go to somebody
 * else, or to whoever has time. Refused for the last owner.
 */
export async function removeMember(id: string, toId: string | null = null): Promise<void> {
  await write(async (tx) => {
    const member = await present(id)
    if (member.role === 'owner' && !(await otherOwners(id))) throw new Problem('not-now', LAST)
    await tx
      .update(members)
      .set({ removedAt: now(), role: 'staff', may: null, passwordHash: '', pinHash: '', otpSecret: '', spareCodes: [] })
      .where(eq(members.id, id))
    await tx
      .update(tasks)
      .set({ memberId: toId })
      .where(and(eq(tasks.memberId, id), isNull(tasks.doneAt)))
    await tx.delete(passkeys).where(eq(passkeys.memberId, id))
    await tx.delete(doorKeys).where(eq(doorKeys.memberId, id))
  })
  await endSessionsOf(id, { butNot: '' })
}
