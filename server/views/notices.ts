import { and, eq, isNull, sql } from 'drizzle-orm'
import { noticeKinds, waysOf } from '../../core/notices/notices'
import type { NoticeChoicesView, NoticesView } from '../../shared/notices'
import { db } from '../platform/db/client'
import { members, notices } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { pageKey, pagedBy } from './listed'

const PAGE = 40
const mine = (memberId: string) => and(eq(notices.memberId, memberId), eq(notices.listed, 'yes'))

export async function unreadOf(memberId: string): Promise<number> {
  const [row] = await db()
    .select({ n: sql<number>`count(*)` })
    .from(notices)
    .where(and(mine(memberId), isNull(notices.readAt)))
  return Number(row!.n)
}

/** What a member was told of, the newest first. */
export async function noticesOf(memberId: string, after?: string): Promise<NoticesView> {
  const page = pagedBy(sql`${notices.at}`, notices.id, true, after)
  const [rows, unread] = await Promise.all([
    db()
      .select()
      .from(notices)
      .where(and(mine(memberId), page.from))
      .orderBy(...page.order)
      .limit(PAGE + 1),
    unreadOf(memberId),
  ])
  const shown = rows.slice(0, PAGE)
  const last = shown.at(-1)
  return {
    rows: shown.map(({ id, kind, at, words, detail, path, readAt }) => ({
      ...{ id, kind, at, words, detail, path },
      read: readAt !== null,
    })),
    next: rows.length > PAGE && last ? pageKey(last.at, last.id) : null,
    unread,
  }
}

/** What a member is told of and how: what they chose, else what their role begins with. */
export async function choicesOf(memberId: string): Promise<NoticeChoicesView> {
  const [member] = await db().select().from(members).where(eq(members.id, memberId))
  if (!member) throw notFound('member')
  const of = (kind: (typeof noticeKinds)[number]) => [
    ...(member.notices?.[kind] ?? waysOf(kind, { choices: null, role: member.role, phone: member.phone })),
  ]
  return {
    choices: Object.fromEntries(noticeKinds.map((k) => [k, of(k)])) as NoticeChoicesView['choices'],
    phone: member.phone,
  }
}
