import { and, eq, inArray, isNull } from 'drizzle-orm'
import type { NoticeChoicesView } from '../../shared/notices'
import { now } from '../platform/clock'
import { write } from '../platform/db/client'
import { members, notices } from '../platform/db/schema'
import { Problem } from '../platform/problem'

/** What a member has read: these, or all there are. */
export async function readNotices(memberId: string, ids: readonly string[] | null): Promise<void> {
  await write((tx) =>
    tx
      .update(notices)
      .set({ readAt: now() })
      .where(
        and(eq(notices.memberId, memberId), isNull(notices.readAt), ids ? inArray(notices.id, [...ids]) : undefined),
      ),
  )
}

/** What a member is told of from now on, and how. */
export async function chooseNotices(memberId: string, { choices, phone }: NoticeChoicesView): Promise<void> {
  if (!phone && Object.values(choices).some((ways) => ways.includes('text')))
    throw new Problem('invalid', 'Give the number you are texted at.', { phone: 'Give the number.' })
  await write((tx) => tx.update(members).set({ notices: choices, phone }).where(eq(members.id, memberId)))
}
