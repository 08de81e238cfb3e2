import { eq, count, and, asc } from 'drizzle-orm'
import type { ListView } from '../../shared/rounds'
import { db } from '../platform/db/client'
import { lists, templates, listRows } from '../platform/db/schema'
import { notFound } from '../platform/problem'

/** How far a list is. */
export async function listView(id: string): Promise<ListView> {
  const [list] = await db()
    .select({ id: lists.id, title: templates.name, jobId: lists.jobId })
    .from(lists)
    .innerJoin(templates, eq(templates.id, lists.templateId))
    .where(eq(lists.id, id))
  if (!list) throw notFound('list')
  const states = await db()
    .select({ state: listRows.state, n: count() })
    .from(listRows)
    .where(eq(listRows.listId, id))
    .groupBy(listRows.state)
  const of = (s: string) => states.find((x) => x.state === s)?.n ?? 0
  const failed = await db()
    .select()
    .from(listRows)
    .where(and(eq(listRows.listId, id), eq(listRows.state, 'failed')))
    .orderBy(asc(listRows.n))
  return {
    id,
    jobId: list.jobId,
    title: list.title,
    total: of('sent') + of('waiting') + of('failed'),
    sent: of('sent'),
    waiting: of('waiting'),
    failed: failed.map(({ n, row: { name, email, phone }, problem }) => ({ n, name, email, phone, problem })),
  }
}
