import { desc } from 'drizzle-orm'
import { getBlob } from '../platform/blobs'
import { useConfig } from '../platform/config'
import { db } from '../platform/db/client'
import { messages } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { messageIdOf } from '../gateways/mail'
import { withoutSecrets } from '../platform/secrets'
import { messageOf } from '../records/message'

/** Messages that went out, newest first, without their bodies. */
export async function listMessages() {
  return db()
    .select({ id: messages.id, channel: messages.channel, to: messages.to, subject: messages.subject, at: messages.at })
    .from(messages)
    .orderBy(desc(messages.at), desc(messages.id))
    .limit(200)
}

/** A message as everybody of the business may see it: with a word where a link or a code stood. */
export async function messageById(id: string) {
  const { secrets, text, html, attachments, ...message } = await messageOf(id)
  return {
    ...message,
    messageId: messageIdOf(message.key),
    text: withoutSecrets(text, secrets),
    html: withoutSecrets(html, secrets),
    attachments: attachments.map((a) => a.name),
    /** Whether there is something in it that the owner may open where the post room is all the post there is. */
    closed: useConfig().postRoomOpens && secrets.some((s) => s.nonce !== ''),
  }
}

export async function attachmentOf(id: string, n: number): Promise<{ bytes: Uint8Array; name: string }> {
  const attachment = (await messageOf(id)).attachments[n]
  if (!attachment) throw notFound('attachment')
  return { bytes: await getBlob(attachment.sha), name: attachment.name }
}
