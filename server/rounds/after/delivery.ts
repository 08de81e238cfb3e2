import { eq } from 'drizzle-orm'
import { db, write } from '../../platform/db/client'
import { roundPeople, rounds } from '../../platform/db/schema'
import { hashToken } from '../../platform/ids'
import { enqueue } from '../../queue/outbox'
import { note } from '../../standing/thread'
import { touch } from '../../standing/touch'
import { paperIdsOf } from '../../chain/papers'
import { SYSTEM, record } from '../../chain/record'
import { roundState } from '../../chain/state'

/** A message to somebody has arrived where it was sent. Kept once for each time they are asked. */
export async function recordDelivered(roundId: string, personId: string, address: string): Promise<void> {
  await write(async () => {
    const me = (await roundState(roundId)).people.find((p) => p.id === personId)
    if (!me || me.deliveredAt) return
    await record(roundId, SYSTEM, { type: 'delivered', person: personId }, { address })
  })
}

/** A message came back: it is said at once where the business looks, with what to do. Told once for each address. */
export async function recordBounce(roundId: string, personId: string, address: string, reason: string): Promise<void> {
  await write(async (tx) => {
    const me = (await roundState(roundId)).people.find((p) => p.id === personId)
    if (!me || me.bounced === reason) return
    await record(roundId, SYSTEM, { type: 'bounced', person: personId, reason }, { address })
    const [person] = await tx.select({ name: roundPeople.name }).from(roundPeople).where(eq(roundPeople.id, personId))
    const [round] = await db().select().from(rounds).where(eq(rounds.id, roundId))
    await note({
      jobId: round!.jobId,
      type: 'bounced',
      words: `The message to ${person!.name.slice(0, 80)} came back`,
      detail: `${address}: ${reason} Correct the address on the paper; it is sent again at once.`,
      state: 'trouble',
      paperId: round!.paperId,
      notable: true,
    })
    await enqueue('mail.owner', `bounced:${personId}:${hashToken(`${address} ${reason}`).slice(0, 16)}`, {
      about: 'trouble',
      jobId: round!.jobId,
      subject: `The message to ${person!.name.slice(0, 80)} came back`,
      words: `${address}: ${reason}`,
    })
    touch(round!.jobId, { papers: await paperIdsOf(roundId), round: roundId })
  })
}
