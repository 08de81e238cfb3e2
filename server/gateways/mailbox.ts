import { ImapFlow } from 'imapflow'
import { decrypt, encrypt } from '../platform/crypt'

/** A mailbox letters come back to. The password is kept encrypted by the secret of the installation. */
export interface Mailbox {
  host: string
  port: number
  user: string
  password: string
}
const PURPOSE = 'mailbox password'
export const sealedMailbox = (password: string): string => encrypt(Buffer.from(password), PURPOSE)
const opened = (kept: string): string => Buffer.from(decrypt(kept, PURPOSE)).toString()

const HERE = /^(localhost|127\.\d+\.\d+\.\d+)$/i
const PATIENCE = 15_000
/** A letter larger than this is left where it is. */
const MOST_BYTES = 40_000_000
const AT_ONCE = 25

/**
 * Hands over letters nobody has read, the oldest first, each marked as read once it was taken. IMAP (RFC 9051), in TLS from the
 * first byte on port 993, else by STARTTLS; in clear only on this machine.
 */
export async function fetchNew(
  box: Mailbox,
  take: (bytes: Uint8Array) => Promise<void>,
  password?: string,
): Promise<number> {
  const local = HERE.test(box.host)
  const client = new ImapFlow({
    host: box.host,
    port: box.port,
    secure: box.port === 993,
    doSTARTTLS: local ? undefined : box.port !== 993 ? true : undefined,
    auth: { user: box.user, pass: password ?? opened(box.password) },
    logger: false,
    connectionTimeout: PATIENCE,
    greetingTimeout: PATIENCE,
    socketTimeout: 2 * PATIENCE,
  })
  // What breaks a connection is told by whatever was asked for then.
  client.on('error', () => {})
  let taken = 0
  try {
    await client.connect()
    const lock = await client.getMailboxLock('INBOX')
    try {
      const unseen = await client.search({ seen: false }, { uid: true })
      for (const uid of (unseen || []).slice(0, AT_ONCE)) {
        const found = await client.fetchOne(String(uid), { size: true }, { uid: true })
        if (found && (found.size ?? 0) <= MOST_BYTES) {
          const letter = await client.fetchOne(String(uid), { source: true }, { uid: true })
          if (letter && letter.source) {
            await take(new Uint8Array(letter.source))
            taken += 1
          }
        }
        await client.messageFlagsAdd(String(uid), ['\\Seen'], { uid: true })
      }
    } finally {
      lock.release()
    }
  } finally {
    // Some servers never say goodbye.
    if (client.usable)
      await Promise.race([client.logout().catch(() => {}), new Promise((resolve) => setTimeout(resolve, 2000))])
    client.close()
  }
  return taken
}

/** What is wrong with a mailbox, in words whoever set it up can use. */
export function mailboxTrouble(error: unknown, host: string): string {
  const { code, message, authenticationFailed, responseText } = error as Record<string, string | undefined> & {
    authenticationFailed?: boolean
  }
  if (authenticationFailed) return `${host} doesn’t know this user and password.`
  if (code === 'ENOTFOUND' || code === 'EAI_AGAIN') return `There is no server by the name ${host}.`
  if (code === 'ECONNREFUSED') return `${host} gives out no letters on this port.`
  return `${host} said: ${(responseText ?? message ?? 'nothing').slice(0, 200)}`
}
