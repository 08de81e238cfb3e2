import { eq } from 'drizzle-orm'
import { acts, mayAct } from '../../../core/rounds/rounds'
import { db, write } from '../../platform/db/client'
import { roundPeople, rounds, sessions } from '../../platform/db/schema'
import { Problem, notFound } from '../../platform/problem'
import { insistOnPaperOf } from '../../papers/at-desk'
import { loadPaper } from '../../records/paper'
import { type LinkHolder, issueLink, linkUrl, revokeLinks } from '../../chain/links'
import { roundState } from '../../chain/state'
import { personOf, roundOfPaper } from '../../chain/round'

/** Insists that a device can be handed to somebody: they are of the client's side, and it is their turn. Returns their name. */
export async function insistOnGuest(personId: string): Promise<string> {
  const person = await inTurn(personId)
  if (person.memberId)
    throw new Problem(
      'not-allowed',
      `${person.name} is of the business and signs in to sign. Hand the device to clients and guests.`,
    )
  return person.name
}

/** Who is handed the device next in a handover: the first in its queue whose turn it is; null where nobody is. */
export async function nextOn({ sessionId, channel }: Pick<LinkHolder, 'sessionId' | 'channel'>) {
  if (channel !== 'device' || !sessionId) return null
  const [session] = await db().select({ queue: sessions.queue }).from(sessions).where(eq(sessions.id, sessionId))
  for (const id of session?.queue ?? []) {
    const [person] = await db().select().from(roundPeople).where(eq(roundPeople.id, id))
    if (person && mayAct(await roundState(person.roundId)).some((p) => p.id === id)) return person
  }
  return null
}

/** The device goes on to the next in the same handover: the place of the one before is shut on it. Returns the new link. */
export async function handOn(session: { id: string; personId: string | null }): Promise<string> {
  return write(async (tx) => {
    const next = await nextOn({ sessionId: session.id, channel: 'device' })
    if (!next) throw new Problem('not-now', 'Nobody is next. Hand the device back.')
    const [row] = await tx.select({ queue: sessions.queue }).from(sessions).where(eq(sessions.id, session.id))
    if (session.personId) await revokeLinks(session.personId, 'device')
    const queue = row!.queue.slice(row!.queue.indexOf(next.id) + 1)
    await tx.update(sessions).set({ personId: next.id, queue }).where(eq(sessions.id, session.id))
    return linkForDevice(next.id, session.id)
  })
}

/** Where a member who takes the device back signs themself, where it is their turn in the round; else where the round is seen. */
export async function afterHandover(personId: string, memberId: string): Promise<string> {
  const [person] = await db().select().from(roundPeople).where(eq(roundPeople.id, personId))
  const mine = person && (await turnOfMember(person.roundId, memberId))
  return mine ? signingOf(mine) : roundOf(personId)
}

/** The place of a member whose turn it is in a round; undefined where it isn't. */
async function turnOfMember(roundId: string, memberId: string) {
  const waiting = mayAct(await roundState(roundId))
  const people = await db().select().from(roundPeople).where(eq(roundPeople.roundId, roundId))
  return people.find((p) => p.memberId === memberId && waiting.some((w) => w.id === p.id))
}
const signingOf = async ({ id }: { id: string }): Promise<string> => `/s/${(await issueLink(id, 'member')).token}`

/** Where the round of somebody is seen by the business. */
async function roundOf(personId: string): Promise<string> {
  const [row] = await db()
    .select({ paperId: rounds.paperId })
    .from(roundPeople)
    .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
    .where(eq(roundPeople.id, personId))
  return row ? `/papers/${row.paperId}` : '/'
}

/** The link of whoever the device was handed to; it works in that handover alone, and earlier ones stop working. */
export async function linkForDevice(personId: string, sessionId: string): Promise<string> {
  return write(async () => {
    await insistOnGuest(personId)
    await revokeLinks(personId, 'device')
    return (await issueLink(personId, 'device', sessionId)).token
  })
}

async function inTurn(personId: string): Promise<typeof roundPeople.$inferSelect> {
  const [person] = await db().select().from(roundPeople).where(eq(roundPeople.id, personId))
  if (!person) throw notFound('person')
  const state = await roundState(person.roundId)
  if (!mayAct(state).some((p) => p.id === personId)) throw new Problem('not-now', `It is not ${person.name}’s turn.`)
  return person
}

/** A link that is handed over, as text or QR code; an earlier one of the kind stops working. */
export async function linkToHand(paperId: string, personId: string, memberId: string): Promise<{ url: string }> {
  await insistOnPaperOf(memberId, (await loadPaper(paperId)).kind)
  const round = await roundOfPaper(paperId)
  return write(async () => {
    const person = await personOf(round, personId)
    const me = (await roundState(round.id)).people.find((p) => p.id === personId)
    if (!me || !acts(me) || !['asked', 'opened'].includes(me.status))
      throw new Problem('not-now', `${person.name} is not asked to do anything now.`)
    if (person.memberId) throw new Problem('not-allowed', `${person.name} signs in to sign.`)
    await revokeLinks(personId, 'link')
    return { url: linkUrl((await issueLink(personId, 'link')).token) }
  })
}

/** Where a member goes to sign what waits for them on a paper. */
export async function countersign(paperId: string, memberId: string): Promise<string> {
  const round = await roundOfPaper(paperId)
  const mine = await turnOfMember(round.id, memberId)
  if (!mine) throw new Problem('not-now', 'It is not your turn on this paper.')
  return signingOf(mine)
}
