import { eq } from 'drizzle-orm'
import { titlesOf } from '../../../shared/papers'
import type { ManageRound } from '../../../shared/rounds'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { rounds } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { notFound } from '../../platform/problem'
import { papersOf } from '../../chain/papers'
import { forgetPasses } from '../../chain/passes'
import { type Actor, SYSTEM } from '../../chain/record'
import { insistOnOwnSending } from '../prepare/may-send'
import { reviseRound } from './revise'
import { roundState } from '../../chain/state'
import { enact } from '../after/enact'
import { personOf, roundOfPaper, type Round } from '../../chain/round'
import { correct, replace, reorder, addCopy } from './people'
import { answer } from './answer'
import { nudgeIn } from './nudge'

/** Does one thing to the round a paper is out in. */
export async function manageRound(paperId: string, step: ManageRound, actor: Actor): Promise<{ names?: string[] }> {
  const round = await roundOfPaper(paperId)
  if (step.do === 'revise') {
    await insistOnOwnSending(actor)
    await reviseRound(round, step, actor)
    return {}
  }
  return write(async () => {
    const papers = (await papersOf(round.id)).map((p) => p.paper)
    const titles = titlesOf(papers)
    switch (step.do) {
      case 'nudge':
        return { names: await nudgeIn(round, step, actor) }
      case 'pause':
        await enact(round, actor, { type: 'paused', reason: step.reason }, `${titles} put on hold`, {
          detail: step.reason,
        })
        break
      case 'resume':
        await enact(round, actor, { type: 'resumed' }, `${titles} ${papers.length > 1 ? 'go' : 'goes'} on`)
        break
      case 'withdraw':
        await enact(round, actor, { type: 'withdrawn', reason: step.reason }, `${titles} withdrawn`, {
          detail: step.reason,
          state: 'trouble',
        })
        break
      case 'extend':
        await extend(round, step.lapsesAt ? new Date(step.lapsesAt).toISOString() : null, titles, actor)
        break
      case 'correct':
        await correct(round, step, actor)
        break
      case 'replace':
        await replace(round, step, actor)
        break
      case 'reorder':
        await reorder(round, step.turns, actor)
        break
      case 'add-copy':
        await addCopy(round, step, actor)
        break
      case 'reopen': {
        const person = await personOf(round, step.person)
        await forgetPasses(person.id)
        await enact(round, actor, { type: 'reopened', person: person.id }, `Opened again for ${person.name}`)
        break
      }
      case 'answer':
        await answer(round, step, actor)
        break
    }
    return {}
  })
}

/** Takes a paper back that is out. Its links then say so. */
export async function withdrawPaper(paperId: string, reason: string, actor: Actor): Promise<void> {
  await manageRound(paperId, { do: 'withdraw', reason }, actor)
}

/** Sends the link again to whoever is asked now, or to one of them; at most once an hour a person. Returns their names. */
export const nudge = async (paperId: string, quiet: boolean, actor: Actor): Promise<string[]> =>
  (await manageRound(paperId, { do: 'nudge', quiet }, actor)).names ?? []

async function extend(round: Round, lapsesAt: string | null, titles: string, actor: Actor): Promise<void> {
  await enact(
    round,
    actor,
    { type: 'extended', lapsesAt },
    `${titles}: ${lapsesAt ? 'the deadline was moved' : 'no deadline any more'}`,
  )
  await write((tx) => tx.update(rounds).set({ lapsesAt }).where(eq(rounds.id, round.id)))
  if (lapsesAt) await enqueue('lapse', `lapse:${round.id}:${lapsesAt}`, { roundId: round.id }, lapsesAt)
}

/** The outbox's part: a round whose time has passed. One that was extended meanwhile is left alone. */
export async function lapseRound(roundId: string): Promise<void> {
  const [round] = await db().select().from(rounds).where(eq(rounds.id, roundId))
  if (!round) throw notFound('round')
  const state = await roundState(roundId)
  if (state.status !== 'out' || state.lapsesAt === null || state.lapsesAt > now()) return
  await write(async () => {
    const titles = titlesOf((await papersOf(roundId)).map((p) => p.paper))
    await enact(round, SYSTEM, { type: 'lapsed' }, `${titles} lapsed unsigned`, { state: 'trouble', notable: true })
  })
}
