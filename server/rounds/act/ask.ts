import { eq } from 'drizzle-orm'
import { wellFormed } from '../../../core/evidence/canonical'
import type { LinkHolder } from '../../chain/links'
import { paperIdsOf } from '../../chain/papers'
import { record, actorOf } from '../../chain/record'
import { write } from '../../platform/db/client'
import { rounds } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { touch } from '../../standing/touch'
import { note } from '../../standing/thread'

/** A question to the business, from the signer's page. */
export async function askBusiness(
  holder: LinkHolder,
  question: string,
  from: { ip: string; device: string },
): Promise<void> {
  await write(async (tx) => {
    const { at, seq } = await record(
      holder.person.roundId,
      actorOf(holder.person, from),
      { type: 'question', person: holder.person.id },
      { question: wellFormed(question) },
    )
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, holder.person.roundId))
    await note({
      jobId: round!.jobId,
      type: 'question',
      words: `${holder.person.name.slice(0, 80)} asks`,
      detail: `“${question}”`,
      state: 'yours',
      paperId: round!.paperId,
      notable: true,
      ref: `${holder.person.roundId}:${seq}`,
    })
    touch(round!.jobId, { papers: await paperIdsOf(holder.person.roundId), round: holder.person.roundId })
    await enqueue('mail.owner', `question:${holder.person.id}:${at}`, {
      about: 'asks',
      jobId: round!.jobId,
      subject: `A question from ${holder.person.name.slice(0, 80)}`,
      words: question,
      replyTo: holder.person.email,
    })
  })
}
