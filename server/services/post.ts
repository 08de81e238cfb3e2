import { desc, eq } from 'drizzle-orm'
import { getBlob } from '../blobs'
import { db } from '../db/client'
import { messages } from '../db/schema'
import { notFound } from '../problem'

/** Messages that went out, newest first, without their bodies. */
export async function listMessages() {
  return db()
    .select({ id: messages.id, channel: messages.channel, to: messages.to, subject: messages.subject, at: messages.at })
    .from(messages)
    .orderBy(desc(messages.at), desc(messages.id))
    .limit(200)
}

export async function messageById(id: string) {
  const [message] = await db().select().from(messages).where(eq(messages.id, id))
  if (!message) throw notFound('message')
  return { ...message, attachments: message.attachments.map((a) => a.name) }
}

export async function attachmentOf(id: string, n: number): Promise<{ bytes: Uint8Array; name: string }> {
  const [message] = await db().select().from(messages).where(eq(messages.id, id))
  const attachment = message?.attachments[n]
  if (!attachment) throw notFound('attachment')
  return { bytes: await getBlob(attachment.sha), name: attachment.name }
}
