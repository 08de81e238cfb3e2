import { eq } from 'drizzle-orm'
import { titlesIn } from '../../../shared/words/titles'
import type { LinkHolder } from '../../chain/links'
import { papersFor, paperIdsOf } from '../../chain/papers'
import { record, actorOf } from '../../chain/record'
import { roundState } from '../../chain/state'
import { write } from '../../platform/db/client'
import { rounds } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { touch } from '../../standing/touch'
import { note } from '../../standing/thread'
import { hostOf } from './host'

/** Notes that somebody looked, at most once in ten minutes, and only while they can act. */
export async function recordOpened(holder: LinkHolder, from: { ip: string; device: string }): Promise<void> {
  const state = await roundState(holder.person.roundId)
  const me = state.people.find((p) => p.id === holder.person.id)
  if (state.status !== 'out' || !me || me.status === 'not yet' || me.status === 'done') return
  if (me.lastSeenAt && Date.now() - Date.parse(me.lastSeenAt) < 600000) return
  try {
    await write(async (tx) => {
      await record(
        holder.person.roundId,
        actorOf(holder.person, from),
        { type: 'opened', person: holder.person.id },
        { channel: holder.channel, ...(await hostOf(holder)) },
      )
      const [round] = await tx.select().from(rounds).where(eq(rounds.id, holder.person.roundId))
      const papers = (await papersFor(holder.person)).map((p) => p.paper)
      const within = titlesIn('en', papers, true)
      if (!holder.person.memberId)
        await note({
          jobId: round!.jobId,
          type: 'opened',
          words: `${holder.person.name.slice(0, 80)} opened the ${within}`,
          paperId: round!.paperId,
        })
      touch(round!.jobId, { papers: await paperIdsOf(holder.person.roundId), round: holder.person.roundId })
    })
  } catch (error) {
    if (!(error instanceof Problem)) throw error
  }
}
