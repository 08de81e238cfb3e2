import { eq } from 'drizzle-orm'
import { HEARD } from '../../shared/rounds'
import { useConfig } from '../platform/config'
import { db } from '../platform/db/client'
import { jobs, members } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { loadJob } from '../records/job'
import type { Purpose } from '../members/keys'
import { type Door, post } from './compose'

/** Asks somebody inside the business to check, or tells whoever handed it in what became of it. */
export async function mailMember(
  key: string,
  memberId: string,
  message: { subject: string; words: string; path: string },
): Promise<void> {
  const [member] = await db().select().from(members).where(eq(members.id, memberId))
  if (!member) return
  await post(await theBusiness(), {
    key,
    to: member.email,
    subject: message.subject,
    paragraphs: [message.words],
    button: { label: 'Open it', to: `${useConfig().origin}${message.path}` },
  })
}

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

/** Tells the owner about something on a job, unless it is among what they read on Today alone. */
export async function mailOwner(
  key: string,
  jobId: string,
  subject: string,
  words: string,
  about: string,
): Promise<void> {
  const business = await theBusiness()
  const heard = HEARD.find((h) => h === about)
  if (heard && !business.settings.byMail.includes(heard)) return
  const [job] = await db().select({ title: jobs.title }).from(jobs).where(eq(jobs.id, jobId))
  const owners = await db().select({ email: members.email }).from(members).where(eq(members.role, 'owner'))
  for (const [i, o] of owners.entries())
    await post(business, {
      key: `${key}:${i}`,
      to: o.email,
      subject: `${subject}, ${job?.title ?? ''}`,
      paragraphs: [words],
      button: { label: 'Open the job', to: `${useConfig().origin}/jobs/${jobId}` },
    })
}

/** Writes to the client of a job, in the words somebody here gave it. */
export async function mailClient(key: string, jobId: string, subject: string, words: string): Promise<void> {
  const { client, business } = await loadJob(jobId)
  if (client?.email)
    await post(business, { key, about: 'papers', to: client.email, subject, paragraphs: words.split(/\n{2,}/) })
}
