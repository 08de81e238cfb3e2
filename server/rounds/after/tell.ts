import { channelsOf } from '../../../core/rounds/plan'
import { issueLink } from '../../chain/links'
import { now } from '../../platform/clock'
import { enqueue } from '../../queue/outbox'
import type { Person } from '../../chain/round'

/** Puts the messages with a person's link into the outbox, one for each way they are reached; none for those who are handed it. */
export async function tellPerson(
  person: Person,
  what: 'ask' | 'nudge' | 'again',
  key: string,
  dueAt = now(),
): Promise<void> {
  for (const channel of channelsOf(person)) {
    const { nonce } = await issueLink(person.id, person.memberId && channel === 'email' ? 'member' : channel)
    await enqueue(
      'mail.ask',
      channel === 'email' ? key : `${key}:text`,
      { personId: person.id, nonce, nudge: what === 'nudge', what, channel },
      dueAt,
    )
  }
}
