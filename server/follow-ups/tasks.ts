import { eq } from 'drizzle-orm'
import type { z } from 'zod'
import { formatDay } from '../../core/calendar/dates'
import type { NewTask, editTask } from '../../shared/tasks'
import { now } from '../platform/clock'
import { type Db, write } from '../platform/db/client'
import { contacts, jobs, members, tasks } from '../platform/db/schema'
import { idBy, makeOnce } from '../platform/once'
import { Problem, notFound } from '../platform/problem'
import { occurred } from '../queue/occurred'
import { enqueue } from '../queue/outbox'
import { note } from '../standing/thread'
import { tellScreens } from '../standing/touch'

type Task = typeof tasks.$inferSelect

async function load(tx: Db, id: string): Promise<Task> {
  const [task] = await tx.select().from(tasks).where(eq(tasks.id, id))
  if (!task) throw notFound('task')
  return task
}

/** The name of the member a task is for; refused where they don't work here any more. */
async function memberName(tx: Db, id: string | null): Promise<string | null> {
  if (id === null) return null
  const [member] = await tx.select().from(members).where(eq(members.id, id))
  if (!member || member.removedAt)
    throw new Problem('invalid', 'They don’t work here any more.', { memberId: 'Choose somebody else.' })
  return member.name
}

/** What is written of a task into its job's thread. */
async function tell(task: Pick<Task, 'jobId'>, words: string): Promise<void> {
  if (task.jobId) await note({ jobId: task.jobId, type: 'task', words })
  else tellScreens(null, null)
}

/** Tells whoever a task is for, unless nobody in particular is meant. */
async function tellWhose(task: Pick<Task, 'id' | 'words' | 'day' | 'jobId' | 'memberId'>, by: string): Promise<void> {
  if (!task.memberId) return
  await enqueue('mail.member', `task:${task.id}:${task.memberId}`, {
    memberId: task.memberId,
    message: {
      subject: `For you to do: ${task.words.slice(0, 150)}`,
      words: `${by} gave it to you${task.day ? `, by ${formatDay(task.day)}` : ''}.`,
      path: task.jobId ? `/jobs/${task.jobId}` : '/',
    },
  })
}

/** Gives somebody a task. The same key twice is one. Returns its id. */
export async function giveTask({ key, ...given }: NewTask, by: string): Promise<string> {
  const id = idBy('k', key)
  return makeOnce(tasks, id, async (tx) => {
    const name = await memberName(tx, given.memberId)
    const there = async (table: typeof jobs | typeof contacts, of: string | null, what: string) => {
      if (of && !(await tx.select({ id: table.id }).from(table).where(eq(table.id, of))).length) throw notFound(what)
    }
    await there(jobs, given.jobId, 'job')
    await there(contacts, given.contactId, 'person')
    await tx.insert(tasks).values({ id, ...given, createdAt: now(), by })
    const whose = name ? ` for ${name}` : ''
    await tell(given, `Task${whose}: ${given.words}${given.day ? `, by ${formatDay(given.day)}` : ''}`)
    if (name !== by) await tellWhose({ ...given, id }, by)
    return id
  })
}

/** Changes a task: its words, its day, or whose it is. */
export async function changeTask(id: string, change: z.output<typeof editTask>, by: string): Promise<void> {
  await write(async (tx) => {
    const task = await load(tx, id)
    const name = change.memberId !== undefined ? await memberName(tx, change.memberId) : undefined
    if (!Object.keys(change).length) return
    await tx.update(tasks).set(change).where(eq(tasks.id, id))
    const said = [
      ...(change.day !== undefined && change.day !== task.day
        ? [change.day ? `by ${formatDay(change.day)} now` : 'some day now']
        : []),
      ...(name !== undefined && change.memberId !== task.memberId ? [name ? `${name}’s now` : 'nobody’s now'] : []),
      ...(change.words !== undefined && change.words !== task.words ? [`“${change.words}” now`] : []),
    ]
    if (name && name !== by && change.memberId !== task.memberId) await tellWhose({ ...task, ...change }, by)
    if (said.length) await tell(task, `Task “${task.words.slice(0, 120)}” is ${said.join(', ')}, says ${by}`)
  })
}

/** Says that a task is done, or that it isn't; said twice it is said once. */
export async function doTask(id: string, done: boolean, by: string): Promise<void> {
  await write(async (tx) => {
    const task = await load(tx, id)
    if (!!task.doneAt === done) return
    await tx
      .update(tasks)
      .set(done ? { doneAt: now(), doneBy: by } : { doneAt: null, doneBy: null })
      .where(eq(tasks.id, id))
    if (done)
      await occurred({
        id: `task:${id}:${now()}`,
        kind: 'task-done',
        jobId: task.jobId,
        contactId: task.contactId,
        by,
      })
    await tell(task, `${done ? 'Done' : 'Not done after all'}: ${task.words}`)
  })
}
