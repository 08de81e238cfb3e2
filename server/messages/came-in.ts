import { createHash } from 'node:crypto'
import { and, desc, eq, isNull, sql } from 'drizzle-orm'
import { bounceOf, isAutomatic, ownWords } from '../../core/mail/came'
import { latestRounds } from '../chain/state'
import { messageIdOf } from '../gateways/mail'
import { readMailInWorker } from '../files/pool'
import { putBlob } from '../platform/blobs'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import {
  contacts,
  jobs,
  mailIn,
  messages,
  outbox,
  papers,
  roundPapers,
  roundPeople,
  rounds,
} from '../platform/db/schema'
import { recordBounce } from '../rounds/after/delivery'
import { enqueue } from '../queue/outbox'
import { note } from '../standing/thread'
import { tellScreens } from '../standing/touch'

/** How many letters to an address are looked through for the one that is answered. */
const LOOKED_AT = 200
/** What of a Message-ID is ours whatever address Upwold was at then. */
const local = (messageId: string) => messageId.slice(0, messageId.lastIndexOf('@'))

/** The job a letter of ours was about: by what had it sent. */
async function jobOfMessage(key: string): Promise<string | null> {
  const [errand] = await db().select({ payload: outbox.payload }).from(outbox).where(eq(outbox.key, key))
  const { jobId, personId } = (errand?.payload ?? {}) as { jobId?: string; personId?: string }
  if (jobId) return jobId
  if (!personId) return null
  const [row] = await db()
    .select({ jobId: rounds.jobId })
    .from(roundPeople)
    .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
    .where(eq(roundPeople.id, personId))
  return row?.jobId ?? null
}

/** The letter of ours among those to an address that a letter answers, or that came back. */
async function letterOf(address: string, ids: readonly string[]): Promise<string | null> {
  const rows = await db()
    .select({ key: messages.key })
    .from(messages)
    .where(sql`lower(${messages.to}) = ${address.toLowerCase()}`)
    .orderBy(desc(messages.at))
    .limit(LOOKED_AT)
  for (const id of ids) {
    const found = rows.find((r) => local(messageIdOf(r.key)) === local(id))
    if (found) return found.key
  }
  return null
}

const contactAt = async (address: string) =>
  (
    await db()
      .select()
      .from(contacts)
      .where(
        and(
          sql`lower(${contacts.email}) = ${address.toLowerCase()}`,
          isNull(contacts.forgottenAt),
          isNull(contacts.mergedInto),
        ),
      )
      .orderBy(desc(contacts.createdAt))
      .limit(1)
  )[0] ?? null

/** The job of theirs that is nearest: what somebody writes without answering anything is most likely about that. */
async function jobOfContact(id: string): Promise<string | null> {
  const today = now().slice(0, 10)
  const [row] = await db()
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.clientId, id), isNull(jobs.calledOff)))
    .orderBy(sql`abs(julianday(${jobs.sortDay}) - julianday(${today}))`)
    .limit(1)
  return row?.id ?? null
}

/** Everybody waiting in a round who was written to at an address that is none. */
async function bouncedPlaces(address: string) {
  const rows = await db()
    .select({ id: roundPeople.id, roundId: roundPeople.roundId, paperId: papers.id })
    .from(roundPeople)
    .innerJoin(roundPapers, and(eq(roundPapers.roundId, roundPeople.roundId), eq(roundPapers.position, 0)))
    .innerJoin(papers, eq(papers.id, roundPapers.paperId))
    .where(and(sql`lower(${roundPeople.email}) = ${address.toLowerCase()}`, eq(papers.state, 'out')))
  const live = await latestRounds(rows.map((r) => r.paperId))
  return rows.filter((r) => {
    const state = live.get(r.paperId)
    const me = state?.id === r.roundId ? state.state.people.find((p) => p.id === r.id) : undefined
    return me && (me.status === 'asked' || me.status === 'opened')
  })
}

export interface TakenIn {
  id: string
  kind: 'bounce' | 'answer' | 'other'
  jobId: string | null
}

/**
 * Takes a letter in, as its bytes came. A bounce stands with whoever couldn't be reached, an answer in the thread of the job it is
 * about; what is neither is kept to be read. The same letter twice is one.
 */
export async function takeMail(bytes: Uint8Array): Promise<TakenIn> {
  const mail = await readMailInWorker(bytes)
  const id = createHash('sha256')
    .update(mail.messageId || bytes)
    .digest('hex')
  const [there] = await db().select().from(mailIn).where(eq(mailIn.id, id))
  if (there) return { id, kind: there.kind, jobId: there.jobId }
  const bounce = bounceOf(mail)
  const address = bounce ? bounce.address : mail.from.address
  const who = address ? await contactAt(address) : null
  const key = await letterOf(address, bounce ? [bounce.of] : mail.answers)
  const automatic = !bounce && isAutomatic(mail)
  const jobId = (key ? await jobOfMessage(key) : null) ?? (who && !automatic ? await jobOfContact(who.id) : null)
  const kind = bounce ? 'bounce' : !automatic && (key || who) ? 'answer' : 'other'
  const files = automatic
    ? []
    : await Promise.all(
        mail.files.map(async ({ name, type, bytes: b }) => ({
          name,
          type,
          sha: await putBlob(b, 'application/octet-stream'),
        })),
      )
  const places = bounce ? await bouncedPlaces(bounce.address) : []
  await write(async (tx) => {
    const fresh = await tx
      .insert(mailIn)
      .values({
        ...{ id, kind, jobId, files, at: now(), leftOut: mail.leftOut },
        from: bounce ? bounce.address || mail.from.address : mail.from.address,
        subject: mail.subject,
        text: bounce ? bounce.why : mail.text,
        contactId: who?.id ?? null,
      })
      .onConflictDoNothing()
      .returning({ id: mailIn.id })
    if (!fresh.length) return
    if (bounce) {
      for (const p of places) await recordBounce(p.roundId, p.id, bounce.address, bounce.why)
      // In no round, it is said on the job alone.
      if (!places.length)
        await note({
          jobId,
          type: 'bounced',
          words: `A message to ${(who?.name ?? bounce.address).slice(0, 120)} came back`,
          detail: `${bounce.address}: ${bounce.why}`,
          state: 'trouble',
          notable: true,
        })
      return
    }
    if (kind === 'answer')
      await note({
        jobId,
        type: 'answer-in',
        words: `${(who?.name || mail.from.name || mail.from.address).slice(0, 120)} wrote: ${mail.subject.slice(0, 200)}`,
        detail: [ownWords(mail.text), mail.leftOut].filter(Boolean).join('\n\n'),
        state: 'yours',
        notable: true,
        files,
      })
    if (kind === 'answer' && jobId)
      await enqueue('mail.owner', `answer-in:${id}`, {
        about: 'asks',
        jobId,
        subject: `${(who?.name || mail.from.address).slice(0, 80)} wrote: ${mail.subject.slice(0, 120)}`,
        words: ownWords(mail.text).slice(0, 800),
      })
    if (kind !== 'answer') tellScreens(null)
  })
  return { id, kind, jobId }
}
