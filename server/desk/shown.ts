import { and, eq } from 'drizzle-orm'
import type { z } from 'zod'
import type { documentShown } from '../../shared/desk'
import { db } from '../platform/db/client'
import { contacts, guests } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { theBusiness } from '../records/business'
import { note } from '../standing/thread'

/** Keeps that somebody showed a document, who looked at it and until when it is good; only where that is set. */
export async function keepShown(given: z.output<typeof documentShown>, by: string): Promise<void> {
  const { settings } = await theBusiness()
  if (!settings.desk.keeps.includes('document')) return
  const [guest] = await db()
    .select({ name: contacts.name })
    .from(guests)
    .innerJoin(contacts, eq(contacts.id, guests.contactId))
    .where(and(eq(guests.jobId, given.jobId), eq(guests.contactId, given.contactId)))
  if (!guest) throw notFound('visit')
  await note({
    jobId: given.jobId,
    type: 'document',
    words: `${guest.name.slice(0, 120)} showed ${given.kind === 'identity card' ? 'an' : 'a'} ${given.kind}`,
    detail: `Looked at by ${by}${given.until ? `; good until ${given.until}` : ''}. Its number and its picture are not kept.`,
    state: 'settled',
  })
}
