import { eq } from 'drizzle-orm'
import { db, write } from '../../db/client'
import { papers, roundPeople, rounds } from '../../db/schema'
import { enqueue } from '../../jobs/outbox'
import { Problem, notFound } from '../../problem'
import { note } from '../happenings'
import { mayAct } from '../../../core/rounds/rounds'
import { latestRounds, roundState } from './state'
import { type Actor, SYSTEM, record } from './record'
import { follow } from './send'
import { issueLink, revokeLinks } from './links'

async function roundOfPaper(paperId: string): Promise<typeof rounds.$inferSelect> {
  const live = (await latestRounds([paperId])).get(paperId)
  const [round] = live ? await db().select().from(rounds).where(eq(rounds.id, live.id)) : []
  if (!round) throw new Problem('not-now', 'This paper has not been sent.')
  return round
}

/** Takes a paper back that is out. Its links then say so. */
export async function withdrawPaper(paperId: string, reason: string, actor: Actor): Promise<void> {
  const round = await roundOfPaper(paperId)
  await write(async (tx) => {
    const { before, after } = await record(round.id, actor, { type: 'withdrawn', reason })
    const [paper] = await tx.select().from(papers).where(eq(papers.id, paperId))
    await note({
      jobId: round.jobId,
      type: 'withdrawn',
      words: `${paper!.title} withdrawn`,
      detail: reason,
      mark: 'trouble',
      paperId,
    })
    await follow(round.id, before, after)
  })
}

/** Sends the link again to whoever is asked now; at most once an hour a person. Returns their names. */
export async function nudge(paperId: string, actor: Actor): Promise<string[]> {
  const round = await roundOfPaper(paperId)
  return write(async (tx) => {
    const state = await roundState(round.id)
    const waiting = mayAct(state)
    if (waiting.length === 0) throw new Problem('not-now', 'Nobody is being waited for.')
    const names: string[] = []
    for (const p of waiting) {
      const [person] = await tx.select().from(roundPeople).where(eq(roundPeople.id, p.id))
      if (!person?.email)
        throw new Problem(
          'not-now',
          `${p.name} has no e-mail address. Let them sign on this device, or add an address.`,
        )
      const { at } = await record(round.id, actor, { type: 'nudged', person: p.id }, { address: person.email })
      const { nonce } = await issueLink(p.id, 'email')
      await enqueue('mail.ask', `nudge:${p.id}:${at.slice(0, 13)}`, { personId: p.id, nonce, nudge: true })
      names.push(p.name)
    }
    await note({
      jobId: round.jobId,
      type: 'nudged',
      words: `Nudged ${names.map((n) => n.slice(0, 80)).join(' and ')}`,
      paperId,
    })
    return names
  })
}

/** The outbox's part: a round whose time has passed. */
export async function lapseRound(roundId: string): Promise<void> {
  const [round] = await db().select().from(rounds).where(eq(rounds.id, roundId))
  if (!round) throw notFound('round')
  if ((await roundState(roundId)).status !== 'out') return
  await write(async (tx) => {
    const { before, after } = await record(roundId, SYSTEM, { type: 'lapsed' })
    const [paper] = await tx.select().from(papers).where(eq(papers.id, round.paperId))
    await note({
      jobId: round.jobId,
      type: 'lapsed',
      words: `${paper!.title} lapsed unsigned`,
      mark: 'trouble',
      paperId: round.paperId,
      notable: true,
    })
    await follow(roundId, before, after)
  })
}

/** A link for somebody whose turn it is, for the device in the room or for the member themself. Older ones for the device stop working. */
export async function linkInPerson(personId: string, channel: 'device' | 'member'): Promise<string> {
  return write(async (tx) => {
    const [person] = await tx.select().from(roundPeople).where(eq(roundPeople.id, personId))
    if (!person) throw notFound('person')
    const state = await roundState(person.roundId)
    if (!mayAct(state).some((p) => p.id === personId)) throw new Problem('not-now', `It is not ${person.name}’s turn.`)
    if (channel === 'device') await revokeLinks(personId, 'device')
    return (await issueLink(personId, channel)).token
  })
}

/** Where a member goes to sign what waits for them on a paper. */
export async function countersign(paperId: string, memberId: string): Promise<string> {
  const round = await roundOfPaper(paperId)
  const waiting = mayAct(await roundState(round.id))
  const people = await db().select().from(roundPeople).where(eq(roundPeople.roundId, round.id))
  const mine = people.find((p) => p.memberId === memberId && waiting.some((w) => w.id === p.id))
  if (!mine) throw new Problem('not-now', 'It is not your turn on this paper.')
  return `/s/${await linkInPerson(mine.id, 'member')}`
}
