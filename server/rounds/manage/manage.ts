import { eq } from 'drizzle-orm'
import { localOf } from '../../../core/calendar/dates'
import { mayAct } from '../../../core/rounds/rounds'
import { outOfQuiet } from '../../../core/rounds/times'
import { titlesOf } from '../../../shared/papers'
import type { ManageRound } from '../../../shared/rounds'
import { listIn } from '../../../shared/words'
import { theBusiness } from '../../records/business'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { rounds } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { Problem, notFound } from '../../platform/problem'
import { note } from '../../standing/thread'
import { channelsOf } from '../../../core/rounds/plan'
import { NUDGE_MS, lastNudges, tellPerson } from '../after/follow'
import { papersOf } from '../../chain/papers'
import { forgetPasses } from '../act/prove'
import { type Actor, SYSTEM, record } from '../../chain/record'
import { insistOnOwnSending } from './check'
import { reviseRound } from './revise'
import { roundState } from '../../chain/state'
import { type Round, roundOfPaper, personOf, happen } from '../after/happen'
import { correct, replace, reorder, addCopy } from './people'
import { answer } from './questions'

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
        await happen(round, actor, { type: 'paused', reason: step.reason }, `${titles} put on hold`, {
          detail: step.reason,
        })
        break
      case 'resume':
        await happen(round, actor, { type: 'resumed' }, `${titles} ${papers.length > 1 ? 'go' : 'goes'} on`)
        break
      case 'withdraw':
        await happen(round, actor, { type: 'withdrawn', reason: step.reason }, `${titles} withdrawn`, {
          detail: step.reason,
          mark: 'trouble',
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
        await happen(round, actor, { type: 'reopened', person: person.id }, `Opened again for ${person.name}`)
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

async function nudgeIn(
  round: Round,
  { person: only, quiet }: Extract<ManageRound, { do: 'nudge' }>,
  actor: Actor,
): Promise<string[]> {
  const state = await roundState(round.id)
  const waiting = mayAct(state).filter((p) => !only || p.id === only)
  if (waiting.length === 0)
    throw new Problem(
      'not-now',
      state.paused !== null ? 'This is on hold. Let it go on first.' : 'Nobody is being waited for.',
    )
  const people = await Promise.all(waiting.map((p) => personOf(round, p.id)))
  const reached = people.filter((p) => channelsOf(p).length > 0)
  if (reached.length === 0)
    throw new Problem(
      'not-now',
      `${people[0]!.name} has no e-mail address. Let them sign on this device, or add an address.`,
    )
  const { timeZone, settings } = await theBusiness()
  const at = now()
  const last = await lastNudges(round.id)
  const free = reached.filter((p) => Date.parse(at) - Date.parse(last.get(p.id) ?? '1970-01-01') >= NUDGE_MS)
  if (free.length === 0) {
    const [first] = reached
    const then = last.get(first!.id)!
    const hour = (instant: string) => localOf(instant, timeZone).slice(11)
    throw new Problem(
      'not-now',
      `${first!.name} was nudged at ${hour(then)}. It can be sent again from ${hour(new Date(Date.parse(then) + NUDGE_MS).toISOString())}.`,
    )
  }
  if (!quiet && outOfQuiet(at, settings.quiet, timeZone) !== at)
    throw new Problem(
      'not-now',
      `It is ${localOf(at, timeZone).slice(11)}, within your quiet hours (${settings.quiet.from} to ${settings.quiet.to}). It would reach them now. Nudge all the same?`,
      {},
      { reason: 'quiet' },
    )
  for (const person of free) {
    const { at: when } = await record(
      round.id,
      actor,
      { type: 'nudged', person: person.id },
      { address: person.email || person.how.phone },
    )
    await tellPerson(person, 'nudge', `nudge:${person.id}:${when}`)
  }
  const names = free.map((p) => p.name)
  await note({
    jobId: round.jobId,
    type: 'nudged',
    words: `Nudged ${listIn(
      'en',
      names.map((n) => n.slice(0, 80)),
    )}`,
    paperId: round.paperId,
  })
  return names
}

async function extend(round: Round, lapsesAt: string | null, titles: string, actor: Actor): Promise<void> {
  await happen(
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
    await happen(round, SYSTEM, { type: 'lapsed' }, `${titles} lapsed unsigned`, { mark: 'trouble', notable: true })
  })
}
