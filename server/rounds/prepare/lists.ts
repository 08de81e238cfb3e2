import { and, asc, eq, inArray } from 'drizzle-orm'
import type { z } from 'zod'
import { type ReadList, addressOf, problemOf, readList } from '../../../core/lists/read'
import { isPhone } from '../../../core/text/phone'
import { deadlineOf } from '../../../core/rounds/times'
import type { retryRows, sendList } from '../../../shared/rounds'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { contacts, listRows, lists, templates } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { idBy, isMade } from '../../platform/once'
import { Problem, notFound } from '../../platform/problem'
import { note } from '../../standing/thread'
import { loadJob } from '../../records/job'
import { insistOnOwnSending } from './may-send'
import type { Actor } from '../../chain/record'

/** Starts sending one paper of a template to everybody on a list, each their own. The same key again is the same list. Returns its id. */
export async function startList(jobId: string, input: z.output<typeof sendList>, actor: Actor): Promise<string> {
  const id = idBy('l', input.key)
  if (await isMade(lists, id)) return id
  const loaded = await loadJob(jobId)
  await insistOnOwnSending(actor)
  const [template] = await db().select().from(templates).where(eq(templates.id, input.templateId))
  if (!template) throw notFound('template')
  if (template.kind === 'quote')
    throw new Problem('invalid', 'A quote is made out to one client. Choose another template.')
  const party = template.document.parties.map((p) => p.key).find((k) => k !== 'business')
  if (!party) throw new Problem('invalid', 'This template has nobody to sign but the business.')
  if (deadlineOf(input.deadline, now(), loaded.job.day ?? null, loaded.business.timeZone) === undefined)
    throw new Problem('invalid', 'The job has no day yet, so the deadline can’t be counted from it.')
  const { rows, lines, problems } =
    input.csv !== undefined ? insistOnList(input.csv) : await rowsOfContacts(input.contactIds ?? [])
  if (rows.length === 0) throw new Problem('invalid', 'There is nobody on the list.')
  await write(async (tx) => {
    await tx.insert(lists).values({
      id,
      jobId,
      templateId: template.id,
      plan: {
        subject: input.subject,
        message: input.message,
        deadline: input.deadline,
        reminders: input.reminders,
        party,
      },
      createdAt: now(),
      createdBy: actor.id,
    })
    for (const [i, row] of rows.entries()) {
      const n = lines[i]!
      const problem = problems.find((p) => p.n === n)?.problem ?? ''
      await tx.insert(listRows).values({ listId: id, n, row, state: problem ? 'failed' : 'waiting', problem })
    }
    await enqueue('list', `list:${id}:0`, { listId: id })
    await note({
      jobId,
      type: 'list',
      words: `${template.name} goes to ${rows.length - problems.length} people`,
      state: 'theirs',
      notable: true,
    })
  })
  return id
}

/** The rows of a CSV; throws where it can't be read as a list at all. */
function insistOnList(csv: string): ReadList {
  const read = readList(csv)
  if ('refused' in read) throw new Problem('invalid', read.refused, { csv: read.todo })
  return read
}

async function rowsOfContacts(ids: string[]): Promise<ReadList> {
  const found = ids.length
    ? await db().select().from(contacts).where(inArray(contacts.id, ids)).orderBy(asc(contacts.name))
    : []
  const problems = found.flatMap((c, i) =>
    c.email || isPhone(c.phone) ? [] : [{ n: i + 2, problem: `${c.name} has no address to be reached at.` }],
  )
  return {
    rows: found.map((c) => ({ name: c.name, email: c.email, phone: c.phone, values: {} })),
    lines: found.map((_, i) => i + 2),
    problems,
  }
}

/** Tries the failed rows again, with what was put right in them; one that still can't be sent to says why. */
export async function retryList(
  id: string,
  corrected: z.output<typeof retryRows>['rows'],
  actor: Actor,
): Promise<string> {
  await insistOnOwnSending(actor)
  await write(async (tx) => {
    const rows = await tx.select().from(listRows).where(eq(listRows.listId, id)).orderBy(asc(listRows.n))
    if (rows.length === 0) throw notFound('list')
    const seen = new Map(rows.filter((r) => r.state !== 'failed').map((r) => [addressOf(r.row), r.n]))
    for (const { n, row } of rows.filter((r) => r.state === 'failed')) {
      const next = { ...row, ...corrected.find((c) => c.n === n)?.to }
      const problem = problemOf(n, next, seen)
      if (!problem) seen.set(addressOf(next), n)
      await tx
        .update(listRows)
        .set({ row: next, ...(problem ? { problem } : { state: 'waiting', problem: '' }) })
        .where(and(eq(listRows.listId, id), eq(listRows.n, n)))
    }
    await enqueue('list', `list:${id}:${now()}`, { listId: id })
  })
  return id
}
