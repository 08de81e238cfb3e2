import { eq } from 'drizzle-orm'
import { wellFormed } from '../../../core/evidence/canonical'
import type { LinkHolder } from '../../chain/links'
import { actorOf } from '../../chain/record'
import { write } from '../../platform/db/client'
import { rounds } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { enqueue } from '../../queue/outbox'
import { takePlace } from '../manage/people'

/** Somebody passes their part on, where the sender allowed it: the one who comes is asked at once, their own link stops working. */
export async function passPart(
  holder: LinkHolder,
  to: { name: string; email: string; reason: string },
  from: { ip: string; device: string },
): Promise<void> {
  const { person } = holder
  if (!person.how.mayPassOn || person.part !== 'sign')
    throw new Problem('not-allowed', 'This can’t be passed on. Ask the sender to put somebody else in your place.')
  if (to.email.toLowerCase() === person.email.toLowerCase())
    throw new Problem('invalid', 'This is your own address.', { email: 'Give the address of the other person.' })
  await write(async (tx) => {
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, person.roundId))
    await takePlace(
      round!,
      person,
      { name: wellFormed(to.name), email: to.email, phone: '', contactId: null },
      'passed-on',
      actorOf(person, from),
      { reason: wellFormed(to.reason), to: to.email },
    )
    await enqueue('mail.owner', `passed:${person.id}`, {
      about: 'passed',
      jobId: round!.jobId,
      subject: `${person.name.slice(0, 80)} passed it on to ${to.name.slice(0, 80)}`,
      words: `${person.name} passed it on to ${to.name} (${to.email})${to.reason ? `: “${to.reason}”` : '.'}`,
    })
  })
}
