import { eq } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { contacts, members } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { loadJob } from '../records/job'
import type { Purpose } from '../members/keys'
import { type Door, post } from './compose'

/** Sends a member their way in: an invitation, or the link for a new password. */
export async function mailDoor(key: string, memberId: string, nonce: string, purpose: Purpose): Promise<void> {
  const [member] = await db().select().from(members).where(eq(members.id, memberId))
  if (!member || member.removedAt) return
  const business = await theBusiness()
  const to: Door = { kind: 'door', personId: memberId, nonce }
  const invited = purpose === 'invited'
  await post(business, {
    key,
    to: member.email,
    subject: invited ? `${business.name} works with Upwold: come in` : 'A new password',
    paragraphs: [
      `Hello ${member.name},`,
      invited
        ? `You are invited to work in Upwold for ${business.name}. Choose a password and a PIN by this link; it opens once, within a week.`
        : 'Somebody asked for a new password for this address. If it was you, choose one by this link; it opens once, within half an hour. If not, leave it: nothing changes.',
    ],
    button: { label: invited ? 'Come in' : 'Choose a new password', to },
  })
}

/** Writes to the client of a job, in the words somebody here gave it. */
export async function mailClient(key: string, jobId: string, subject: string, words: string): Promise<void> {
  const { client, business } = await loadJob(jobId)
  if (client?.email)
    await post(business, { key, about: 'papers', to: client.email, subject, paragraphs: words.split(/\n{2,}/) })
}

/** Writes to somebody, in the words a member gave it. */
export async function mailPerson(key: string, contactId: string, subject: string, words: string): Promise<void> {
  const [who] = await db().select({ email: contacts.email }).from(contacts).where(eq(contacts.id, contactId))
  if (who?.email)
    await post(await theBusiness(), { key, about: 'papers', to: who.email, subject, paragraphs: words.split(/\n{2,}/) })
}
