import { eq } from 'drizzle-orm'
import { mayAny } from '../../../core/members/rights'
import { db } from '../../platform/db/client'
import { type BusinessSettings, members } from '../../platform/db/schema'
import { theBusiness } from '../../records/business'
import type { Actor } from '../../chain/record'
import type { Member } from '../../members/members'
import { Problem } from '../../platform/problem'

/** Whether what a member sends has to be checked by somebody else of the business first: their role is, or they may not send. */
export const isCheckedBy = (member: Member, { checked }: Pick<BusinessSettings, 'checked'>): boolean =>
  checked.includes(member.role) || !mayAny(member, ['send'])

export async function isChecked(memberId: string | null): Promise<boolean> {
  const [member] = memberId ? await db().select().from(members).where(eq(members.id, memberId)) : []
  return !!member && isCheckedBy(member, (await theBusiness()).settings)
}

/** Refuses what would go out past the check, by whatever way. */
export async function insistOnOwnSending(actor: Actor): Promise<void> {
  if (actor.kind === 'member' && (await isChecked(actor.id)))
    throw new Problem(
      'not-allowed',
      'Somebody else of the business checks what you send. Hand it in to be checked.',
      {},
      { reason: 'check' },
    )
}
