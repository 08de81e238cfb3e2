import { mayAny } from '../../core/members/rights'
import { memberById } from '../members/members'
import { Problem } from '../platform/problem'

/** Whoever stands at the desk makes and sends what guests sign there; other papers are for those who prepare them. */
export async function insistOnPaperOf(memberId: string | null, kind: string): Promise<void> {
  const member = memberId ? await memberById(memberId) : null
  if (member && kind !== 'waiver' && !mayAny(member, ['papers']))
    throw new Problem('not-allowed', 'At the desk only waivers are made and sent. Others prepare the rest.')
}
