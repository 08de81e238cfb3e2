import { eq } from 'drizzle-orm'
import { acts } from '../../../core/rounds/rounds'
import { now } from '../../platform/clock'
import { write } from '../../platform/db/client'
import { rounds } from '../../platform/db/schema'
import { newId } from '../../platform/ids'
import { enqueue } from '../../queue/outbox'
import { Problem } from '../../platform/problem'
import { note } from '../../standing/thread'
import type { LinkHolder } from '../../chain/links'
import { record, actorOf } from '../../chain/record'
import { roundState } from '../../chain/state'
import { keep, passOf, rowOf } from '../../chain/passes'

/** Throws when somebody can't prove anything now: closed, over, or not their turn. */
export async function insistOpen(holder: LinkHolder): Promise<void> {
  const state = await roundState(holder.person.roundId)
  const me = state.people.find((p) => p.id === holder.person.id)
  if (me?.closed)
    throw new Problem('not-now', 'There were too many tries. The sender can open it again.', {}, { reason: 'closed' })
  if (me?.status === 'replaced')
    throw new Problem('gone', 'Somebody else signs in your place.', {}, { reason: 'replaced' })
}

export async function passed(holder: LinkHolder, how: string, from: { ip: string; device: string }): Promise<string> {
  return write(async () => {
    const row = await rowOf(holder.person.id)
    const fresh = { ...row, tries: 0, codeHash: null, codeUntil: null, pass: row.pass ?? newId(), passedAt: now() }
    await keep(fresh)
    try {
      await record(
        holder.person.roundId,
        actorOf(holder.person, from),
        { type: 'proved', person: holder.person.id },
        { how },
      )
    } catch (error) {
      // Somebody who has signed, or whose round is over, may still look: that is not an event of the round.
      if (!(error instanceof Problem)) throw error
    }
    return passOf(fresh)
  })
}

/** A try that failed stands in the round; the last one closes it for this person and tells the owner. */
export async function failed(
  holder: LinkHolder,
  tries: number,
  most: number,
  how: string,
  from: { ip: string; device: string },
): Promise<void> {
  await write(async (tx) => {
    const { person } = holder
    const state = await roundState(person.roundId)
    const me = state.people.find((p) => p.id === person.id)
    if (!me || state.status !== 'out' || !acts(me)) return
    try {
      await record(person.roundId, actorOf(person, from), { type: 'proof-failed', person: person.id }, { how })
      if (tries < most) return
      await record(person.roundId, actorOf(person, from), { type: 'closed', person: person.id })
    } catch (error) {
      if (error instanceof Problem) return
      throw error
    }
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, person.roundId))
    const words = `${person.name.slice(0, 80)} is out of tries to prove who they are`
    await note({
      jobId: round!.jobId,
      type: 'closed',
      words,
      detail: 'Open it again on the paper, or replace them.',
      state: 'trouble',
      paperId: round!.paperId,
      notable: true,
    })
    await enqueue('mail.owner', `closed:${person.id}:${now()}`, {
      about: 'trouble',
      jobId: round!.jobId,
      subject: words,
      words: `${words} (${tries} tries, last from ${from.ip || 'an unknown address'}). If it was them, open it again on the paper; if it was not, correct their address or replace them.`,
    })
  })
}
