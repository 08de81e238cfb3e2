import type { z } from 'zod'
import { and, eq, isNull, sql } from 'drizzle-orm'
import type { editContact, newContact } from '../../shared/jobs'
import { searchable } from '../../shared/text'
import { now } from '../platform/clock'
import { type Db, write } from '../platform/db/client'
import {
  consents,
  contacts,
  flowAsks,
  guests,
  happenings,
  jobs,
  mailIn,
  merges,
  occurrences,
  outbox,
  ownPages,
  roundPeople,
  standingAnswers,
  tasks,
  ties,
} from '../platform/db/schema'
import { tellWhole, touch } from '../standing/touch'
import { newId } from '../platform/ids'
import { Problem, notFound } from '../platform/problem'

type Given = z.output<typeof newContact>
/** Whether nothing is with a contact: no job, no visit, no place in a round. */
export const isUnused = sql`not exists (select 1 from ${jobs} where ${jobs.clientId} = ${contacts.id})
  and not exists (select 1 from ${guests} where ${guests.contactId} = ${contacts.id})
  and not exists (select 1 from ${roundPeople} where ${roundPeople.contactId} = ${contacts.id})
  and not exists (select 1 from ${tasks} where ${tasks.contactId} = ${contacts.id})
  and not exists (select 1 from ${flowAsks} where ${flowAsks.contactId} = ${contacts.id})
  and not exists (select 1 from ${occurrences} where ${occurrences.contactId} = ${contacts.id})
  and not exists (select 1 from ${mailIn} where ${mailIn.contactId} = ${contacts.id})
  and ${contacts.mergedInto} is null and ${contacts.memberId} is null
  and not exists (select 1 from ${ties} where ${ties.fromId} = ${contacts.id} or ${ties.toId} = ${contacts.id})
  and not exists (select 1 from ${consents} where ${consents.contactId} = ${contacts.id})
  and not exists (select 1 from ${merges} where ${merges.keptId} = ${contacts.id})
  and not exists (select 1 from ${ownPages} where ${ownPages.contactId} = ${contacts.id})
  and not exists (select 1 from ${happenings} where ${happenings.contactId} = ${contacts.id})
  and not exists (select 1 from ${standingAnswers} where ${standingAnswers.contactId} = ${contacts.id})`

/** Who somebody is by now: whom they turned out to be, where they did. */
export async function stands(tx: Db, id: string): Promise<string> {
  const [row] = await tx.select({ into: contacts.mergedInto }).from(contacts).where(eq(contacts.id, id))
  return row?.into ? stands(tx, row.into) : id
}

/** Adds a contact. The same name and e-mail again gives back the one there is. */
export async function addContact(
  input: Omit<Given, 'born' | 'language' | 'taxNumber'> & Partial<Pick<Given, 'born' | 'language' | 'taxNumber'>>,
): Promise<string> {
  return write(async (tx) => {
    if (input.email) {
      const [same] = await tx
        .select({ id: contacts.id, into: contacts.mergedInto })
        .from(contacts)
        .where(and(eq(contacts.name, input.name), eq(contacts.email, input.email), isNull(contacts.forgottenAt)))
      if (same) return same.into ?? same.id
    }
    const id = newId()
    await tx
      .insert(contacts)
      .values({ id, ...input, createdAt: now(), search: searchable(input.name, input.email, input.phone) })
    return id
  })
}

export async function changeContact(id: string, input: z.output<typeof editContact>): Promise<void> {
  await write(async (tx) => {
    const [old] = await tx.select().from(contacts).where(eq(contacts.id, id))
    if (!old) throw notFound('contact')
    if (old.mergedInto) throw new Problem('not-now', `${old.name} was taken for somebody else. Change them there.`)
    const next = { ...old, ...input }
    const renamed = next.name !== old.name
    await tx
      .update(contacts)
      .set({ ...input, search: searchable(next.name, next.email, next.phone) })
      .where(eq(contacts.id, id))
    for (const job of await tx.select().from(jobs).where(eq(jobs.clientId, id))) {
      await tx
        .update(jobs)
        .set({ search: searchable(job.title, next.name, job.place) })
        .where(eq(jobs.id, job.id))
      // Lists and the words papers are found by say the name.
      if (renamed) touch(job.id)
      else tellWhole(job.id)
      // An invoice that waited for the address is looked at again at once.
      if ((next.address && !old.address) || (next.taxNumber && !old.taxNumber))
        await tx
          .update(outbox)
          .set({ dueAt: now() })
          .where(and(eq(outbox.key, `invoice:${job.id}`), isNull(outbox.doneAt)))
    }
    if (renamed)
      for (const { jobId } of await tx.select({ jobId: guests.jobId }).from(guests).where(eq(guests.contactId, id)))
        touch(jobId)
  })
}
