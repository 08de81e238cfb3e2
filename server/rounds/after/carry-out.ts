import { eq } from 'drizzle-orm'
import type { PersonState, RoundState } from '../../../core/rounds/rounds'
import { consequences } from '../../../core/rounds/fold'
import { newsOf } from '../../../core/rounds/told'
import { nextReminder } from '../../../core/rounds/times'
import { now } from '../../platform/clock'
import { listIn } from '../../../shared/words'
import { type Db, write } from '../../platform/db/client'
import { roundPeople, rounds } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { theBusiness } from '../../records/business'
import { note } from '../../standing/thread'
import { touch } from '../../standing/touch'
import { paperIdsOf } from '../../chain/papers'
import { channelsOf } from '../../../core/rounds/plan'
import { roundEnded } from './ended'
import { SYSTEM, record } from '../../chain/record'
import { tellPerson } from './tell'

type Round = typeof rounds.$inferSelect

/** How somebody was asked, in the words of the signing record. */
const CHANNEL_WORDS = { email: 'e-mail', text: 'text' } as const

async function ask(tx: Db, round: Round, p: PersonState): Promise<void> {
  const [person] = await tx.select().from(roundPeople).where(eq(roundPeople.id, p.id))
  const channels = channelsOf(person!)
  const { at } = await record(
    round.id,
    SYSTEM,
    { type: 'asked', person: p.id },
    {
      channel:
        channels.map((c) => CHANNEL_WORDS[c]).join(' and ') ||
        (person!.memberId ? 'member' : person!.how.reach === 'link' ? 'link' : 'in person'),
      address: channels.map((c) => (c === 'email' ? person!.email : person!.how.phone)).join(' and '),
    },
  )
  await tellPerson(person!, p.again ? 'again' : 'ask', p.again ? `again:${p.id}:${at}` : `ask:${p.id}:${at}`)
  if (person!.memberId)
    await note({
      jobId: round.jobId,
      type: 'turn',
      words: 'Your move: countersign',
      state: 'yours',
      paperId: round.paperId,
    })
  if (channels.length === 0) return
  const { timeZone, settings } = await theBusiness()
  const next = nextReminder(round.settings.reminders, at, at, round.lapsesAt, timeZone, settings.quiet)
  if (next) await enqueue('remind', `remind:${p.id}:${at}`, { personId: p.id, askedAt: at }, next)
}

/** Does what an event leads to: asks the next people, gives copies, ends the round or goes on with it. In the event's own transaction. */
export async function carryOut(
  roundId: string,
  before: RoundState,
  after: RoundState,
  said: { by: string; reason: string } = { by: '', reason: '' },
): Promise<void> {
  await write(async (tx) => {
    const { ask: asked, copy, over } = consequences(before, after)
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, roundId))
    for (const p of asked) await ask(tx, round!, p)
    for (const p of copy) {
      await record(roundId, SYSTEM, { type: 'copied', person: p.id })
      await enqueue('mail.told', `told:${p.id}`, { personId: p.id })
    }
    if (over) await roundEnded(roundId, over)
    await tellNews(round!, before, after, said)
    touch(round!.jobId, { papers: await paperIdsOf(roundId), round: roundId })
  })
}

/** Tells what became of a round to those it concerns; for those who have more time, reminders begin again. */
async function tellNews(
  round: Round,
  before: RoundState,
  after: RoundState,
  said: { by: string; reason: string },
): Promise<void> {
  const told = newsOf(before, after)
  if (!told) return
  const { timeZone, settings, name } = await theBusiness()
  const at = now()
  for (const p of told.people) {
    await enqueue('mail.news', `${told.news}:${p.id}:${at}`, {
      personId: p.id,
      news: told.news,
      said: { by: said.by || name, reason: said.reason },
    })
    if (told.news !== 'extended' || !p.askedAt) continue
    const next = nextReminder(round.settings.reminders, p.askedAt, at, after.lapsesAt, timeZone, settings.quiet)
    if (next) await enqueue('remind', `remind:${p.id}:${p.askedAt}:${at}`, { personId: p.id, askedAt: p.askedAt }, next)
  }
  if (told.news === 'lapsed')
    await enqueue('mail.owner', `lapsed:${round.id}:${at}`, {
      about: 'lapsed',
      jobId: round.jobId,
      subject: 'The time to sign has passed',
      words: `${
        listIn(
          'en',
          told.people.map((p) => p.name),
        ) || 'Nobody'
      } ${told.people.length === 1 ? 'was' : 'were'} still asked. Give it more time, or send it again.`,
    })
}
