import { eq } from 'drizzle-orm'
import { wellFormed } from '../../../core/evidence/canonical'
import { titlesOf } from '../../../shared/papers'
import { titlesIn } from '../../../shared/words/titles'
import type { LinkHolder } from '../../chain/links'
import { papersFor } from '../../chain/papers'
import { record, actorOf } from '../../chain/record'
import { write } from '../../platform/db/client'
import { rounds } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { note } from '../../standing/thread'
import { carryOut } from '../after/carry-out'

/** A person says no, with a reason; the round is closed and the business told. */
export async function declinePart(
  holder: LinkHolder,
  reason: string,
  from: { ip: string; device: string },
): Promise<void> {
  await write(async (tx) => {
    const { before, after } = await record(holder.person.roundId, actorOf(holder.person, from), {
      type: 'declined',
      person: holder.person.id,
      reason: wellFormed(reason),
    })
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, holder.person.roundId))
    const papers = (await papersFor(holder.person)).map((p) => p.paper)
    const titles = titlesOf(papers)
    const within = titlesIn('en', papers, true)
    await note({
      jobId: round!.jobId,
      type: 'declined',
      words: `${holder.person.name.slice(0, 80)} declined the ${within}`,
      detail: `“${reason}”`,
      state: 'trouble',
      paperId: round!.paperId,
      notable: true,
    })
    await enqueue('mail.owner', `declined:${holder.person.id}`, {
      about: 'declined',
      jobId: round!.jobId,
      subject: `${titles} declined`,
      words: `${holder.person.name} declined the ${within}: “${reason}”`,
    })
    await carryOut(holder.person.roundId, before, after, { by: holder.person.name, reason: wellFormed(reason) })
  })
}
