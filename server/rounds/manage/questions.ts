import { eq } from 'drizzle-orm'
import { now } from '../../platform/clock'
import { db } from '../../platform/db/client'
import { roundEvents } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { Problem } from '../../platform/problem'
import type { Actor } from '../../chain/record'
import { type Round, personOf, happen } from '../after/happen'

/** A question of somebody's, by its place in the round's chain. */
export interface Question {
  id: string
  person: string
  at: string
  question: string
  answer: string | null
}

/** Answers one question of somebody, or the one that is open; the answer stands on their page and goes to them. */
export async function answer(
  round: Round,
  step: { person: string; question?: string | undefined; answer: string },
  actor: Actor,
): Promise<void> {
  const person = await personOf(round, step.person)
  const asked = (await questionsOf(round.id)).filter((q) => q.person === person.id)
  const meant = step.question === undefined ? undefined : asked.find((q) => q.id === step.question)
  if (step.question !== undefined && !meant)
    throw new Problem('not-now', `${person.name} has not asked this. Look at the page again.`)
  const open = meant ?? asked.find((q) => q.answer === null) ?? asked.at(-1)
  if (!open) throw new Problem('not-now', `${person.name} has not asked anything.`)
  if (!step.answer.trim())
    throw new Problem('invalid', 'Write the answer first.', { answer: 'Write the answer first.' })
  await happen(round, actor, { type: 'answered', person: person.id }, `Answered ${person.name}`, {
    detail: `“${step.answer}”`,
    data: { answer: step.answer, to: open.at, question: open.id },
  })
  await enqueue('mail.answer', `answer:${person.id}:${now()}`, {
    personId: person.id,
    question: open.question,
    answer: step.answer,
  })
}

/** What was asked in a round, with the answers. */
export async function questionsOf(roundId: string): Promise<Question[]> {
  const rows = await db().select().from(roundEvents).where(eq(roundEvents.roundId, roundId)).orderBy(roundEvents.seq)
  const out: Question[] = []
  for (const { type, at, seq, data } of rows) {
    const d = data as { person: string; question?: string; answer?: string; to?: string }
    if (type === 'question')
      out.push({ id: String(seq), person: d.person, at, question: d.question ?? '', answer: null })
    if (type !== 'answered') continue
    const about = d.question
      ? out.find((q) => q.id === d.question)
      : out.find((q) => q.at === d.to && q.person === d.person)
    if (about) about.answer = about.answer ? `${about.answer}\n\n${d.answer}` : (d.answer ?? '')
  }
  return out
}
