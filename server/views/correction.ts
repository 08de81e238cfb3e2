import { eq } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { members, roundPlans } from '../platform/db/schema'
import type { Log } from '../rounds/manage/check'
import { foldChecks } from '../../core/rounds/checks'
import type { CheckView } from '../../shared/rounds'
import { isChecked } from '../rounds/prepare/may-send'

async function logOf(paperId: string): Promise<Log> {
  const [row] = await db().select({ checks: roundPlans.checks }).from(roundPlans).where(eq(roundPlans.paperId, paperId))
  return row?.checks ?? []
}

/** Where the check of a correction stands, for one member; null while nothing is out. */
export async function correctionView(
  paper: { id: string; state: string },
  memberId: string,
): Promise<CheckView | null> {
  if (paper.state !== 'out') return null
  const log = await logOf(paper.id)
  const check = foldChecks(log)
  const about = check.correct !== null
  const [by] = check.left[0] ? await db().select().from(members).where(eq(members.id, check.left[0])) : []
  return {
    status: about ? check.status : 'none',
    by: about ? (by?.name ?? log.at(-1)?.name ?? '') : '',
    remark: about ? (check.remark ?? '') : '',
    mine: about && check.left[0] === memberId,
    own: about && check.preparedBy === memberId,
    asked: await isChecked(memberId),
  }
}
