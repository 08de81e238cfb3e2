import { and, eq, isNull } from 'drizzle-orm'
import { write } from '../platform/db/client'
import { contacts } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { note } from '../standing/thread'

/** A remark in somebody's thread, for the business only. */
export async function noteOf(contactId: string, words: string, by: string): Promise<void> {
  await write(async (tx) => {
    const [row] = await tx
      .select({ id: contacts.id })
      .from(contacts)
      .where(and(eq(contacts.id, contactId), isNull(contacts.forgottenAt)))
    if (!row) throw notFound('person')
    await note({
      jobId: null,
      contactId,
      type: 'note',
      words: `${by}: ${words.slice(0, 300)}`,
      detail: words.length > 300 ? words : '',
    })
  })
}
