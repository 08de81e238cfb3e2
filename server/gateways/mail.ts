import { type Transporter, createTransport } from 'nodemailer'
import { getBlob } from '../platform/blobs'
import { now } from '../platform/clock'
import { hasStandin, useConfig } from '../platform/config'
import { decrypt, encrypt } from '../platform/crypt'
import { db, write } from '../platform/db/client'
import { type MailSettings, type MessageSecret, business, messages } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { secretsToKeep, withSecrets } from '../platform/secrets'
import { TextRefused, sendText, storedTexts } from './text'

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
  /** A picture that stands within it, by what the HTML calls it. */
  logo?: { sha: string; cid: string }
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
async function keep({ secrets, logo: _, ...message }: Message): Promise<void> {
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

const PASSWORD = 'mail password'
/** A password as it is kept: only this installation's secret opens it. */
export const sealedPassword = (password: string): string => encrypt(Buffer.from(password), PASSWORD)
const openedPassword = (kept: string): string => (kept ? Buffer.from(decrypt(kept, PASSWORD)).toString() : '')

/** How mail goes out as it was set in the application; null where it wasn't. */
async function storedMail(): Promise<MailSettings | null> {
  const [row] = await db().select({ settings: business.settings }).from(business).limit(1)
  return row?.settings.mail ?? null
}

/** This machine itself: the only place a letter may go to without TLS. */
const HERE = /^(localhost|127\.\d+\.\d+\.\d+)$/i
/** Longest wait for a server to answer at all, in milliseconds. */
const PATIENCE = 15_000
/** A transport to a submission server: from the first byte in TLS on port 465, else by STARTTLS, without which nothing is said. */
const transportTo = ({ host, port, user }: Pick<MailSettings, 'host' | 'port' | 'user'>, password: string) =>
  createTransport({
    host,
    port,
    secure: port === 465,
    requireTLS: port !== 465 && !HERE.test(host),
    ...(user ? { auth: { user, pass: password } } : {}),
    connectionTimeout: PATIENCE,
    greetingTimeout: PATIENCE,
    socketTimeout: 2 * PATIENCE,
  })

/** What is wrong with a mail server, in words whoever set it up can use. */
function mailTrouble(error: unknown, host: string): string {
  const { code, response, message } = error as { code?: string; response?: string; message?: string }
  if (code === 'EDNS' || /ENOTFOUND|EAI_AGAIN/.test(message ?? '')) return `There is no server by the name ${host}.`
  if (code === 'EAUTH') return `${host} doesn’t know this user and password.`
  if (code === 'ETLS' || /certificate|TLS|SSL|wrong version/i.test(message ?? ''))
    return `${host} can’t be spoken to in private (TLS): ${(message ?? '').slice(0, 160)}`
  if (code === 'ETIMEDOUT' || /timeout/i.test(message ?? ''))
    return `${host} did not answer within ${PATIENCE / 1000} seconds. Is the port right?`
  if (/ECONNREFUSED/.test(message ?? '')) return `${host} takes no letters on this port.`
  return `${host} said: ${(response ?? message ?? 'nothing').slice(0, 200)}`
}

/**
 * The password to use with a server as it was typed: the one that was given, else the one that is kept for the same account.
 * It is never said to another server or as another user.
 */
export async function passwordFor(given: Pick<MailSettings, 'host' | 'port' | 'user' | 'password'>): Promise<string> {
  if (given.password) return given.password
  const kept = await storedMail()
  const same = kept?.host === given.host && kept.port === given.port && kept.user === given.user
  return same ? openedPassword(kept.password) : ''
}

/** Gives one letter to a server as it was typed, to see whether it goes; null when it was taken, else what is wrong in words. */
export async function tryMailServer(
  given: MailSettings,
  letter: { to: string; subject: string; text: string },
): Promise<string | null> {
  const transport = transportTo(given, await passwordFor(given))
  try {
    await transport.sendMail({ from: given.from, ...letter })
    return null
  } catch (error) {
    return mailTrouble(error, given.host)
  } finally {
    transport.close()
  }
}

const pictureOf = async ({ sha, cid }: { sha: string; cid: string }) => ({
  filename: 'logo.png',
  content: Buffer.from(await getBlob(sha)),
  contentType: 'image/png',
  contentDisposition: 'inline' as const,
  cid,
})

/** The Message-ID of a letter: from its key, so that one that was given over twice is known. */
export const messageIdOf = (key: string): string =>
  `${key.replace(/[^\w.-]/g, '.')}@${new URL(useConfig().origin).hostname}`

/** What kind of file goes with a letter, by its name. */
const typeOf = (name: string): string =>
  name.endsWith('.png')
    ? 'image/png'
    : name.endsWith('.ics')
      ? 'text/calendar; charset=utf-8; method=PUBLISH'
      : 'application/pdf'

/** SMTP. The Message-ID comes from the key, so that a receiver can tell a message that was given over twice. */
function smtp(transport: Transporter, as: string | null): MessageGateway {
  return {
    async send(m) {
      const attachments = await Promise.all(
        m.attachments.map(async (a) => ({
          filename: a.name,
          content: Buffer.from(await getBlob(a.sha)),
          contentType: typeOf(a.name),
        })),
      )
      const pictures = m.logo ? [await pictureOf(m.logo)] : []
      await refusedForGood(() =>
        transport.sendMail({
          messageId: `<${messageIdOf(m.key)}>`,
          from: as ? m.from.replace(/[^\s<>]+@[^\s<>]+/, as) : m.from,
          ...(as ? { replyTo: m.from } : {}),
          to: m.to,
          subject: m.subject,
          text: withSecrets(m.text, m.secrets),
          html: withSecrets(m.html, m.secrets),
          attachments: [...attachments, ...pictures],
        }),
      )
    },
  }
}

/** Whether texts can be sent: the stand-in takes them, or a service that was set. */
export const canText = async (): Promise<boolean> => hasStandin('post') || (await storedTexts()) !== null
/** Whether mail can be sent at all. */
export const canMail = async (): Promise<boolean> =>
  hasStandin('post') || useConfig().mail !== null || (await storedMail()) !== null

/** The way out in use, and the settings it was made from. */
let inUse: { from: string; gateway: MessageGateway } | null = null
/** By the environment where it says so, else as it was set in the application. */
async function wayOut(): Promise<MessageGateway | null> {
  const { mail } = useConfig()
  const stored = mail === null ? await storedMail() : null
  if (mail === null && !stored) return null
  const from = mail ?? JSON.stringify(stored)
  if (inUse?.from !== from)
    inUse = {
      from,
      gateway: stored
        ? smtp(transportTo(stored, openedPassword(stored.password)), stored.from)
        : smtp(createTransport(mail!), null),
    }
  return inUse.gateway
}

/** A text goes to the service that was set; the stand-in takes it where there is none. */
async function sendByText(m: Message): Promise<void> {
  const service = await storedTexts()
  if (!service) {
    if (!hasStandin('post')) throw new Bounced('Texts can’t be sent from here.')
    return postRoom.send(m)
  }
  try {
    await sendText(service, m.to, withSecrets(m.text, m.secrets))
  } catch (error) {
    if (error instanceof TextRefused) throw new Bounced(error.message)
    throw error
  }
  return keep(m)
}

/** Mail goes where the settings say, and a record of it is kept; without such a setting only the stand-in takes it. */
export function messageGateway(): MessageGateway {
  return {
    async send(m) {
      const outside = await wayOut()
      if (m.channel === 'text') return sendByText(m)
      if (outside) {
        await outside.send(m)
        return keep(m)
      }
      // Tried again until there is a way: nothing is lost meanwhile.
      if (!hasStandin('post')) throw new Error('No way to send mail is set.')
      return postRoom.send(m)
    },
  }
}
