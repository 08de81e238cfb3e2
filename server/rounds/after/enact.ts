import type { RoundEvent } from '../../../core/rounds/rounds'
import { note } from '../../standing/thread'
import { carryOut } from './carry-out'
import { type Actor, record } from '../../chain/record'
import type { Round } from '../../chain/round'

/** Records an event of a round, says it in the job's thread, and does what it leads to. */
export async function enact(
  round: Round,
  actor: Actor,
  event: RoundEvent,
  words: string,
  more: {
    detail?: string
    state?: 'trouble' | 'theirs' | 'settled'
    data?: Parameters<typeof record>[3]
    notable?: boolean
  } = {},
): Promise<void> {
  const { before, after } = await record(round.id, actor, event, more.data)
  await note({
    jobId: round.jobId,
    type: event.type,
    words,
    detail: more.detail ?? '',
    state: more.state ?? null,
    paperId: round.paperId,
    notable: more.notable ?? false,
  })
  const reason = 'reason' in event ? event.reason : ''
  await carryOut(round.id, before, after, { by: '', reason })
}
