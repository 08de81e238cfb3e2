import { desc, eq } from 'drizzle-orm'
import type { H3Event } from 'h3'
import { useConfig } from '../platform/config'
import { getBlob } from '../platform/blobs'
import { db, write } from '../platform/db/client'
import { messages, roundPeople } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { withSecrets, withoutSecrets } from '../platform/secrets'
import { securityNote } from '../members/security'
import { type Actor, record } from '../chain/record'

/** Messages that went out, newest first, without their bodies. */
export async function listMessages() {
  return db()
    .select({ id: messages.id, channel: messages.channel, to: messages.to, subject: messages.subject, at: messages.at })
    .from(messages)
    .orderBy(desc(messages.at), desc(messages.id))
    .limit(200)
}

async function messageOf(id: string): Promise<typeof messages.$inferSelect> {
  const [message] = await db().select().from(messages).where(eq(messages.id, id))
  if (!message) throw notFound('message')
  return message
}

/** A message as everybody of the business may see it: with a word where a link or a code stood. */
export async function messageById(id: string) {
  const { secrets, text, html, attachments, ...message } = await messageOf(id)
  return {
    ...message,
    text: withoutSecrets(text, secrets),
    html: withoutSecrets(html, secrets),
    attachments: attachments.map((a) => a.name),
    /** Whether there is something in it that the owner may open where the post room is all the post there is. */
    closed: useConfig().postRoomOpens && secrets.some((s) => s.nonce !== ''),
  }
}

/**
 * A message with its link or code, for the owner, where the post room stands in for the mailboxes. Every such look is an
 * event of the round it belongs to.
 */
export async function showMessage(id: string, actor: Actor, event: H3Event): Promise<{ text: string }> {
  if (!useConfig().postRoomOpens)
    throw new Problem('not-allowed', 'Links and codes are for whoever they were sent to. They can’t be shown here.')
  const { secrets, text, subject } = await messageOf(id)
  await write(async (tx) => {
    for (const { personId, kind } of secrets) {
      const [person] = await tx.select().from(roundPeople).where(eq(roundPeople.id, personId))
      await record(person!.roundId, actor, { type: 'shown', person: personId }, { what: kind, to: actor.name })
    }
    await securityNote(event, 'post-room', `Opened “${subject}” in the post room`)
  })
  return { text: withSecrets(text, secrets) }
}

export async function attachmentOf(id: string, n: number): Promise<{ bytes: Uint8Array; name: string }> {
  const attachment = (await messageOf(id)).attachments[n]
  if (!attachment) throw notFound('attachment')
  return { bytes: await getBlob(attachment.sha), name: attachment.name }
}
