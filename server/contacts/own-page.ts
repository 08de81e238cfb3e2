import { and, eq, sql } from 'drizzle-orm'
import { sha256Hex } from '../../core/evidence/chain'
import { masked, plainCode } from '../../core/rounds/masked'
import { later, now } from '../platform/clock'
import { hmac } from '../platform/crypt'
import { db, write } from '../platform/db/client'
import { contacts, happenings, ownPages } from '../platform/db/schema'
import { hashToken, newId } from '../platform/ids'
import { Problem, notFound } from '../platform/problem'
import { codeOf } from '../platform/secrets'
import { forgive, take } from '../platform/throttle'
import { ownTokenOf } from '../platform/tokens'
import { atOnce, enqueue } from '../queue/outbox'
import { note } from '../standing/thread'
import { tellScreens } from '../standing/touch'

/** Whoever holds the address of a page: whose it is, and with what it was made. */
export interface OwnHolder {
  contact: typeof contacts.$inferSelect
  page: typeof ownPages.$inferSelect
}
const CODE_MINUTES = 10
const TRIES = 5

/** Whose page an address opens; null where it opens none, or not any more. */
export async function ownPageAt(token: string): Promise<OwnHolder | null> {
  if (!/^[\w-]{43}$/.test(token)) return null
  const [row] = await db()
    .select({ page: ownPages, contact: contacts })
    .from(ownPages)
    .innerJoin(contacts, eq(contacts.id, ownPages.contactId))
    .where(eq(ownPages.tokenHash, hashToken(token)))
  return row && !row.contact.forgottenAt && !row.contact.mergedInto ? row : null
}
/** What a browser carries whose holder has proved that the page is theirs. Another address, another pass; another mailbox too. */
export const ownPass = ({ contact, page }: OwnHolder): string =>
  hmac(`${contact.id}:${page.nonce}:${contact.email.toLowerCase()}`, 'own passes')

async function contactFor(id: string) {
  const [who] = await db().select().from(contacts).where(eq(contacts.id, id))
  if (!who || who.forgottenAt || who.mergedInto) throw notFound('person')
  if (!who.email)
    throw new Problem('not-now', `No address is known of ${who.name}: their page is opened by a code by mail.`)
  return who
}

/** Sends somebody the address of their own page; the same address again, unless it is renewed: then the one before opens nothing. */
export async function sendOwnPage(id: string, renew: boolean, by: string): Promise<void> {
  await write(async (tx) => {
    const who = await contactFor(id)
    const [there] = await tx.select().from(ownPages).where(eq(ownPages.contactId, id))
    const nonce = there && !renew ? there.nonce : newId()
    const made = { nonce, tokenHash: hashToken(ownTokenOf(id, nonce)), sentAt: now() }
    await tx
      .insert(ownPages)
      .values({ contactId: id, createdAt: now(), ...made })
      .onConflictDoUpdate({
        target: ownPages.contactId,
        set: { ...made, ...(renew ? { codeHash: null, codeUntil: null, tries: 0 } : {}) },
      })
    await enqueue('mail.own', `own:${id}:${newId()}`, { contactId: id, nonce })
    await note({
      jobId: null,
      contactId: id,
      type: 'own-page',
      words: `${by} sent ${who.name.slice(0, 80)} the address of their own page${renew ? ', a new one' : ''}`,
    })
  })
}

const hashOf = (contactId: string, code: string) => sha256Hex(hmac(`${contactId}:${code}`, 'own page codes'))

/** Sends the code that opens a page, to the address that is known; never to one that is typed there. */
export async function sendOwnCode({ contact }: OwnHolder): Promise<{ to: string; wait: number }> {
  if (!contact.email) throw new Problem('not-now', 'There is no address a code could go to. Ask the sender.')
  await take('code sent', `own ${contact.id}`)
  const nonce = newId()
  const code = codeOf(contact.id, nonce)
  await write((tx) =>
    tx
      .update(ownPages)
      .set({ codeHash: hashOf(contact.id, code), codeUntil: later(CODE_MINUTES * 60), tries: 0 })
      .where(eq(ownPages.contactId, contact.id)),
  )
  await atOnce('mail.own-code', `own-code:${contact.id}:${nonce}`, { contactId: contact.id, nonce })
  return { to: masked(contact.email), wait: 30 }
}

/** Takes the code somebody types. Counted before it is known whether it is right; the fifth wrong one ends it. Returns the pass. */
export async function giveOwnCode(holder: OwnHolder, code: string): Promise<string> {
  const { contact } = holder
  await take('own code', contact.id)
  const row = await write(async (tx) => {
    const [before] = await tx
      .update(ownPages)
      .set({ tries: sql`${ownPages.tries} + 1` })
      .where(eq(ownPages.contactId, contact.id))
      .returning()
    return before!
  })
  const open = row.codeHash && row.codeUntil! > now() && row.tries <= TRIES
  if (open && row.codeHash === hashOf(contact.id, plainCode(code))) {
    await forgive('own code', contact.id)
    await write((tx) =>
      tx.update(ownPages).set({ codeHash: null, codeUntil: null, tries: 0 }).where(eq(ownPages.contactId, contact.id)),
    )
    return ownPass(holder)
  }
  throw new Problem('invalid', open ? 'This is not the code.' : 'This code is too old. Ask for another.', {
    code: 'This is not the code.',
  })
}

/** How a device is called in a few words. */
const deviceOf = (agent: string) =>
  /iphone|android.*mobile|mobile/i.test(agent)
    ? 'a phone'
    : /ipad|tablet|android/i.test(agent)
      ? 'a tablet'
      : 'a computer'
/** A look within so many seconds of the last is still the same one. */
const SITTING = 3600
const isSame = (page: OwnHolder['page']): boolean => page.seenAt !== null && page.seenAt > later(-SITTING)
/** Since when what is on the page is new to whoever looks at it now: since they looked before this time. */
export const newSince = (page: OwnHolder['page']): string | null => (isSame(page) ? page.seenBefore : page.seenAt)
/** It was looked at: what was there before isn't new next time. */
export async function sawOwnPage({ page }: OwnHolder, agent: string): Promise<void> {
  if (isSame(page)) return
  await write(async (tx) => {
    await tx
      .update(ownPages)
      .set({ seenBefore: page.seenAt, seenAt: now(), seenOn: deviceOf(agent) })
      .where(eq(ownPages.contactId, page.contactId))
    tellScreens(null)
  })
}

/** A question asked there: in the thread of whoever asks, and the business is told. The same key twice is one. */
export async function askOnPage({ contact }: OwnHolder, words: string, key: string): Promise<void> {
  await take('question', `own ${contact.id}`)
  const at = `own-question:${contact.id}:${key}`
  await write(async (tx) => {
    if (
      (
        await tx
          .select({ id: happenings.id })
          .from(happenings)
          .where(and(eq(happenings.contactId, contact.id), eq(happenings.ref, at)))
      ).length
    )
      return
    await note({
      jobId: null,
      contactId: contact.id,
      type: 'question',
      words: `${contact.name.slice(0, 80)} asks`,
      detail: words,
      state: 'yours',
      notable: true,
      ref: at,
    })
    await enqueue('mail.asks', at, { contactId: contact.id, words })
  })
}
