import { createTransport } from 'nodemailer'
import { getBlob } from '../platform/blobs'
import { now } from '../platform/clock'
import { hasStandin, useConfig } from '../platform/config'
import { write } from '../platform/db/client'
import { type MessageSecret, messages } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { secretsToKeep, withSecrets } from '../platform/secrets'

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
  /** What its placeholders stand for (server/platform/secrets.ts). */
  secrets: MessageSecret[]
}
export interface MessageGateway {
  send(message: Message): Promise<void>
}

/** A message that will never arrive at its address: trying again is no use. The message says why. */
export class Bounced extends Error {}

/** Addresses and numbers the stand-in can't deliver to, so that what follows can be seen. */
const NOWHERE = /@(?:[\w-]+\.)*bounces\.example$/i
const NO_PHONE = '01632960999'

/** Keeps a message where it can be looked at, its placeholders as they are. */
async function keep({ secrets, ...message }: Message): Promise<void> {
  await write((tx) =>
    tx
      .insert(messages)
      .values({ id: newId(), at: now(), ...message, secrets: secretsToKeep(secrets) })
      .onConflictDoNothing(),
  )
}

/** The stand-in: what is kept is what was delivered. */
const postRoom: MessageGateway = {
  async send(message) {
    if (message.channel === 'mail' && NOWHERE.test(message.to)) throw new Bounced('There is no such mailbox.')
    if (message.channel === 'text' && message.to.replace(/\D/g, '') === NO_PHONE)
      throw new Bounced('This number takes no texts.')
    await keep(message)
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
          text: withSecrets(m.text, m.secrets),
          html: withSecrets(m.html, m.secrets),
          attachments,
        }),
      )
    },
  }
}

/** Whether texts can be sent: only the stand-in takes them so far. */
export const canText = (): boolean => hasStandin('post')
/** Whether mail can be sent at all. */
export const canMail = (): boolean => hasStandin('post') || useConfig().mail !== null

let gateway: MessageGateway | null = null
/** Mail goes where the settings say, and a record of it is kept; without such a setting only the stand-in takes it. */
export function messageGateway(): MessageGateway {
  const { mail } = useConfig()
  const outside = mail === null ? null : (gateway ??= smtp(mail))
  return {
    async send(m) {
      if (m.channel === 'text' && !canText()) throw new Bounced('Texts can’t be sent from here.')
      if (m.channel === 'mail' && outside) {
        await outside.send(m)
        return keep(m)
      }
      // Tried again until there is a way: nothing is lost meanwhile.
      if (!hasStandin('post')) throw new Error('No way to send mail is set (UPWOLD_MAIL).')
      return postRoom.send(m)
    },
  }
}
