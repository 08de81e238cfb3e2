import { and, eq, isNotNull, isNull, or, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { inOrder } from '../../core/tasks/tasks'
import type { listTasks } from '../../shared/tasks'
import type { TagCounts, TaskView, TasksView } from '../../shared/out/tasks'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, jobs, members, tags, tasks } from '../platform/db/schema'
import { theBusiness } from '../records/business'

/** Most that are shown at once; of those that were done the last. */
const SHOWN = 300

/** Tasks as they are seen to: of a member with those that are nobody's, of everybody, or of a job. */
export async function tasksView({ whose, job, done }: z.output<typeof listTasks>, me: string): Promise<TasksView> {
  const { timeZone } = await theBusiness()
  const rows = await db()
    .select({ task: tasks, title: jobs.title, person: contacts.name, member: members.name })
    .from(tasks)
    .leftJoin(jobs, eq(jobs.id, tasks.jobId))
    .leftJoin(contacts, eq(contacts.id, tasks.contactId))
    .leftJoin(members, eq(members.id, tasks.memberId))
    .where(
      and(
        job ? eq(tasks.jobId, job) : done ? isNotNull(tasks.doneAt) : isNull(tasks.doneAt),
        job || whose === 'all' ? undefined : or(eq(tasks.memberId, me), isNull(tasks.memberId)),
      ),
    )
    .orderBy(sql`${tasks.doneAt} desc`, sql`coalesce(${tasks.day}, '9999')`)
    .limit(SHOWN)
  const open = await db()
    .select({ id: tasks.memberId, name: members.name, n: sql<number>`count(*)` })
    .from(tasks)
    .leftJoin(members, eq(members.id, tasks.memberId))
    .where(isNull(tasks.doneAt))
    .groupBy(tasks.memberId)
  return {
    today: today(timeZone),
    tasks: inOrder(
      rows.map(({ task, title, person, member }): TaskView => ({
        id: task.id,
        words: task.words,
        day: task.day,
        job: task.jobId ? { id: task.jobId, title: title! } : null,
        person: task.contactId ? { id: task.contactId, name: person! } : null,
        member: task.memberId ? { id: task.memberId, name: member! } : null,
        by: task.by,
        doneAt: task.doneAt,
        doneBy: task.doneBy,
      })),
    ),
    open: open.map((o) => ({ ...o, name: o.name ?? '' })).sort((a, b) => b.n - a.n || a.name.localeCompare(b.name)),
  }
}

/** Every tag there is on jobs and on people, the most used first. */
export async function tagCounts(): Promise<TagCounts> {
  const rows = await db()
    .select({ of: tags.of, tag: sql<string>`max(${tags.tag})`, n: sql<number>`count(*)` })
    .from(tags)
    .groupBy(tags.of, tags.same)
    .orderBy(sql`count(*) desc`, tags.same)
  const on = (what: 'job' | 'person') => rows.filter((r) => r.of === what).map(({ tag, n }) => ({ tag, n }))
  return { job: on('job'), person: on('person') }
}
