import { createTransport } from 'nodemailer'
import { getBlob } from '../blobs'
import { now } from '../clock'
import { useConfig } from '../config'
import { write } from '../db/client'
import { messages } from '../db/schema'
import { newId } from '../ids'

/** A message to one address. `key` makes it the same message however often it is given over. */
export interface Message {
  key: string
  channel: 'mail' | 'text'
  to: string
  from: string
  subject: string
  text: string
  html: string
  attachments: { name: string; sha: string }[]
}
export interface MessageGateway {
  send(message: Message): Promise<void>
}

/** A message that will never arrive at its address: trying again is no use. The message says why. */
export class Bounced extends Error {}

/** Addresses and numbers the stand-in can't deliver to, so that what follows can be seen. */
const NOWHERE = /@(?:[\w-]+\.)*bounces\.example$/i
const NO_PHONE = '01632960999'

/** The stand-in: keeps every message where it can be looked at. */
const postRoom: MessageGateway = {
  async send(message) {
    if (message.channel === 'mail' && NOWHERE.test(message.to)) throw new Bounced('There is no such mailbox.')
    if (message.channel === 'text' && message.to.replace(/\D/g, '') === NO_PHONE)
      throw new Bounced('This number takes no texts.')
    await write((tx) =>
      tx
        .insert(messages)
        .values({ id: newId(), at: now(), ...message })
        .onConflictDoNothing(),
    )
  },
}

/** A receiver's refusal for good (RFC 5321, 4.2.1: replies 550 to 559) is a bounce; anything else may work later. */
async function refusedForGood(send: () => Promise<unknown>): Promise<void> {
  try {
    await send()
  } catch (error) {
    const { responseCode, response } = error as { responseCode?: number; response?: string }
    if (responseCode && responseCode >= 550 && responseCode < 560)
      throw new Bounced((response ?? 'The receiver refused it.').slice(0, 200))
    throw error
  }
}

/** SMTP. The Message-ID comes from the key, so that a receiver can tell a message that was given over twice. */
function smtp(url: string): MessageGateway {
  const transport = createTransport(url)
  return {
    async send(m) {
      const attachments = await Promise.all(
        m.attachments.map(async (a) => ({
          filename: a.name,
          content: Buffer.from(await getBlob(a.sha)),
          contentType: 'application/pdf',
        })),
      )
      await refusedForGood(() =>
        transport.sendMail({
          messageId: `<${m.key.replace(/[^\w.-]/g, '.')}@${new URL(useConfig().origin).hostname}>`,
          from: m.from,
          to: m.to,
          subject: m.subject,
          text: m.text,
          html: m.html,
          attachments,
        }),
      )
    },
  }
}

let gateway: MessageGateway | null = null
/** Mail goes where the settings say; what SMTP took is kept in the post room too. Text messages go to the post room. */
export function messageGateway(): MessageGateway {
  const { mail } = useConfig()
  if (mail === 'post-room') return postRoom
  gateway ??= smtp(mail)
  const outside = gateway
  return {
    async send(m) {
      if (m.channel === 'mail') await outside.send(m)
      await postRoom.send(m)
    },
  }
}
