import { now } from '../../platform/clock'
import { questionsOf } from '../../chain/questions'
import { enqueue } from '../../queue/outbox'
import { Problem } from '../../platform/problem'
import type { Actor } from '../../chain/record'
import { enact } from '../after/enact'
import { personOf, type Round } from '../../chain/round'

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
  await enact(round, actor, { type: 'answered', person: person.id }, `Answered ${person.name}`, {
    detail: `“${step.answer}”`,
    data: { answer: step.answer, to: open.at, question: open.id },
  })
  await enqueue('mail.answer', `answer:${person.id}:${now()}`, {
    personId: person.id,
    question: open.question,
    answer: step.answer,
  })
}
