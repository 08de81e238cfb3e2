import { eq } from 'drizzle-orm'
import { now } from '../../clock'
import { db } from '../../db/client'
import { roundEvents } from '../../db/schema'
import { enqueue } from '../../jobs/outbox'
import { Problem } from '../../problem'
import type { Actor } from './record'
import { type Round, personOf, happen } from './happen'

/** Answers the last open question of somebody; the answer stands on their page and goes to them. */
export async function answer(round: Round, personId: string, words: string, actor: Actor): Promise<void> {
  const person = await personOf(round, personId)
  const asked = (await questionsOf(round.id)).filter((q) => q.person === personId)
  const open = asked.find((q) => q.answer === null) ?? asked.at(-1)
  if (!open) throw new Problem('not-now', `${person.name} has not asked anything.`)
  if (!words.trim()) throw new Problem('invalid', 'Write the answer first.', { answer: 'Write the answer first.' })
  await happen(round, actor, { type: 'answered', person: personId }, `Answered ${person.name}`, {
    detail: `“${words}”`,
    data: { answer: words, to: open.at },
  })
  await enqueue('mail.answer', `answer:${personId}:${now()}`, { personId, question: open.question, answer: words })
}

/** What was asked in a round, with the answers. */
export async function questionsOf(
  roundId: string,
): Promise<{ person: string; at: string; question: string; answer: string | null }[]> {
  const rows = await db().select().from(roundEvents).where(eq(roundEvents.roundId, roundId)).orderBy(roundEvents.seq)
  const out: { person: string; at: string; question: string; answer: string | null }[] = []
  for (const { type, at, data } of rows) {
    const d = data as { person: string; question?: string; answer?: string; to?: string }
    if (type === 'question') out.push({ person: d.person, at, question: d.question ?? '', answer: null })
    const about = type === 'answered' ? out.find((q) => q.at === d.to && q.person === d.person) : undefined
    if (about) about.answer = about.answer ? `${about.answer}\n\n${d.answer}` : (d.answer ?? '')
  }
  return out
}
