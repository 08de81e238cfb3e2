import { and, eq, isNull } from 'drizzle-orm'
import type { z } from 'zod'
import type { changeMember } from '../../shared/members'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { doorKeys, members, papers, roundPeople, rounds } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { otherOwners } from './keys'
import { endSessionsOf } from './sessions'

async function present(id: string) {
  const [member] = await db()
    .select()
    .from(members)
    .where(and(eq(members.id, id), isNull(members.removedAt)))
  if (!member) throw new Problem('not-found', 'There is no such member.')
  return member
}
const LAST = 'Somebody has to own the business. Make somebody else an owner first.'

/** Changes what a member is called or may do. The last owner stays one. */
export async function changeMemberOf(id: string, change: z.output<typeof changeMember>): Promise<void> {
  await write(async (tx) => {
    const member = await present(id)
    if (member.role === 'owner' && change.role === 'staff' && !(await otherOwners(id)))
      throw new Problem('not-now', LAST, { role: LAST })
    await tx.update(members).set(change).where(eq(members.id, id))
  })
}

/**
 * Takes a member out: they can't sign in any more, and what they did stays theirs by name. Refused while papers that are out
 * wait for them, and for the last owner.
 */
export async function removeMember(id: string): Promise<void> {
  await write(async (tx) => {
    const member = await present(id)
    if (member.role === 'owner' && !(await otherOwners(id))) throw new Problem('not-now', LAST)
    const waiting = await tx
      .select({ id: rounds.id })
      .from(roundPeople)
      .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
      .innerJoin(papers, eq(papers.id, rounds.paperId))
      .where(and(eq(roundPeople.memberId, id), eq(papers.state, 'out')))
    if (waiting.length)
      throw new Problem(
        'not-now',
        `${waiting.length === 1 ? 'A paper that is out waits' : `${waiting.length} papers that are out wait`} for ${member.name}. Have somebody else sign in their place, or withdraw first.`,
      )
    await tx
      .update(members)
      .set({ removedAt: now(), role: 'staff', passwordHash: '', pinHash: '' })
      .where(eq(members.id, id))
    await tx.delete(doorKeys).where(eq(doorKeys.memberId, id))
  })
  await endSessionsOf(id, { butNot: '' })
}
