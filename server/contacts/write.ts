import { eq } from 'drizzle-orm'
import { write } from '../platform/db/client'
import { contacts, outbox } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { note } from '../standing/thread'

/** Writes somebody a letter of one's own words; it stands in their thread. The same key twice sends one. */
export async function writeTo(
  contactId: string,
  { subject, words, key }: { subject: string; words: string; key: string },
  by: string,
): Promise<void> {
  await write(async (tx) => {
    const [who] = await tx.select().from(contacts).where(eq(contacts.id, contactId))
    if (!who || who.forgottenAt || who.mergedInto) throw notFound('person')
    if (!who.email) throw new Problem('not-now', `No address is known of ${who.name}. Add one first.`)
    const errand = `wrote:${contactId}:${key}`
    if ((await tx.select({ id: outbox.id }).from(outbox).where(eq(outbox.key, errand))).length) return
    await enqueue('mail.person', errand, { contactId, subject, words })
    await note({ jobId: null, contactId, type: 'wrote', words: `${by} wrote: ${subject}`, detail: words })
  })
}
