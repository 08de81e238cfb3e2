import { eq } from 'drizzle-orm'
import { useConfig } from '../platform/config'
import { db } from '../platform/db/client'
import { jobs, members } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { loadJob } from '../records/job'
import { post } from './compose'

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

/** Tells the owner about something on a job. */
export async function mailOwner(key: string, jobId: string, subject: string, words: string): Promise<void> {
  const business = await theBusiness()
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
  if (client?.email) await post(business, { key, to: client.email, subject, paragraphs: words.split(/\n{2,}/) })
}
