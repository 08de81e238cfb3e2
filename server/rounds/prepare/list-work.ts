import { eq, and, asc, sql } from 'drizzle-orm'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { lists, listRows, templates, papers, OWN, members, contacts } from '../../platform/db/schema'
import { projectedOnce } from '../../standing/project'
import type { ListRow } from '../../../core/lists/read'
import { deadlineOf } from '../../../core/rounds/times'
import { type Actor, SYSTEM } from '../../chain/record'
import { usualBindings } from '../../papers/make'
import { loadJob } from '../../records/job'
import { useTemplate } from '../../templates/use'
import { sendRound } from './send'
import { Problem } from '../../platform/problem'
import { addContact } from '../../contacts/contacts'

/** Rows done in one errand: few enough that others get their turn between. */
const AT_ONCE = 20
const SIDE_BY_SIDE = 3

/** The outbox's part: makes and sends the next papers of a list; says to come again while there are more. */
export async function workList(listId: string): Promise<void | { again: string }> {
  const [list] = await db().select().from(lists).where(eq(lists.id, listId))
  const waiting = await db()
    .select()
    .from(listRows)
    .where(and(eq(listRows.listId, listId), eq(listRows.state, 'waiting')))
    .orderBy(asc(listRows.n))
    .limit(AT_ONCE)
  const next = [...waiting]
  // Drawing is done in other threads: a few at once keep them busy, and the database takes one after the other anyway.
  await projectedOnce(list!.jobId, () =>
    Promise.all(
      Array.from({ length: SIDE_BY_SIDE }, async () => {
        for (let row = next.shift(); row; row = next.shift()) await sendOrTell(list!, row)
      }),
    ),
  )
  return waiting.length === AT_ONCE ? { again: now() } : undefined
}

async function sendOrTell(list: typeof lists.$inferSelect, row: typeof listRows.$inferSelect): Promise<void> {
  const done = (state: 'sent' | 'failed', problem: string, paperId: string | null) =>
    write((tx) =>
      tx
        .update(listRows)
        .set({ state, problem, paperId })
        .where(and(eq(listRows.listId, list.id), eq(listRows.n, row.n))),
    )
  try {
    await done('sent', '', await sendRow(list, row))
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    await done('failed', error.message, null)
  }
}

/** One row: its contact, its paper, its round. Each has an id drawn from the list and the row, so that twice is once. */
async function sendRow(list: typeof lists.$inferSelect, { n, row }: typeof listRows.$inferSelect): Promise<string> {
  const paperId = `p${list.id}-${n}`
  await write(async (tx) => {
    const [there] = await tx.select({ id: papers.id }).from(papers).where(eq(papers.id, paperId))
    if (there) return
    const [template] = await tx.select().from(templates).where(eq(templates.id, list.templateId))
    const { document, edition } = await useTemplate(template!, list.createdBy)
    const contactId = await contactFor(row)
    const loaded = await loadJob(list.jobId)
    const parties = document.parties.map((p) => p.key)
    const bindings = await usualBindings(tx, parties, loaded, undefined, list.createdBy)
    await tx.insert(papers).values({
      id: paperId,
      jobId: list.jobId,
      kind: template!.kind,
      title: template!.name,
      templateId: template!.id,
      templateEdition: edition,
      document,
      bindings: { ...bindings, [list.plan.party]: { contactId } },
      own: { ...OWN, values: row.values },
      marked: template!.marked,
      state: 'draft',
      createdAt: now(),
    })
  })
  const { job, business } = await loadJob(list.jobId)
  const [sender] = list.createdBy ? await db().select().from(members).where(eq(members.id, list.createdBy)) : []
  const actor: Actor = sender ? { kind: 'member', id: sender.id, name: sender.name, ip: '', device: '' } : SYSTEM
  await sendRound(
    paperId,
    {
      key: `${list.id}-${n}`,
      subject: list.plan.subject,
      message: list.plan.message,
      lapsesAt: deadlineOf(list.plan.deadline, now(), job.day ?? null, business.timeZone) ?? null,
    },
    actor,
  )
  return paperId
}

/** The contact a row is about: by its e-mail and name, else by both being new. */
async function contactFor(row: ListRow): Promise<string> {
  return write(async (tx) => {
    const [there] = row.email
      ? await tx
          .select({ id: contacts.id })
          .from(contacts)
          .where(and(sql`lower(${contacts.email}) = ${row.email.toLowerCase()}`, eq(contacts.name, row.name)))
          .limit(1)
      : []
    if (there) return there.id
    const { name, email, phone } = row
    return addContact({ name, email, phone, address: '', kind: 'person' })
  })
}
