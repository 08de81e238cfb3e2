import { localOf } from '../../../core/calendar/dates'
import { channelsOf } from '../../../core/rounds/plan'
import { mayAct } from '../../../core/rounds/rounds'
import { outOfQuiet } from '../../../core/rounds/times'
import type { ManageRound } from '../../../shared/rounds'
import { listIn } from '../../../shared/words'
import { type Actor, record } from '../../chain/record'
import { type Round, personOf } from '../../chain/round'
import { roundState } from '../../chain/state'
import { now } from '../../platform/clock'
import { Problem } from '../../platform/problem'
import { theBusiness } from '../../records/business'
import { note } from '../../standing/thread'
import { lastNudges, NUDGE_MS } from '../after/remind'
import { tellPerson } from '../after/tell'

export async function nudgeIn(
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
