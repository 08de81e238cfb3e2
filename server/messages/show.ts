import { eq } from 'drizzle-orm'
import { type Actor, record } from '../chain/record'
import { securityNote } from '../members/security'
import { useConfig } from '../platform/config'
import { write } from '../platform/db/client'
import { roundPeople } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { withSecrets } from '../platform/secrets'
import { messageOf } from '../records/message'

/**
 * A message with its link or code, for the owner, where the post room stands in for the mailboxes. Every such look is an
 * event of the round it belongs to.
 */
export async function showMessage(id: string, actor: Actor): Promise<{ text: string }> {
  if (!useConfig().postRoomOpens)
    throw new Problem('not-allowed', 'Links and codes are for whoever they were sent to. They can’t be shown here.')
  const { secrets, text, subject } = await messageOf(id)
  await write(async (tx) => {
    for (const { personId, kind } of secrets) {
      // A member's way in, what asks for a form, and somebody's own page belong to no round: the log of the doors says who looked.
      if (kind === 'door' || kind === 'flow' || kind === 'own') continue
      const [person] = await tx.select().from(roundPeople).where(eq(roundPeople.id, personId))
      if (person)
        await record(person.roundId, actor, { type: 'shown', person: personId }, { what: kind, to: actor.name })
    }
    await securityNote('post-room', `Opened “${subject}” in the post room`, actor, actor)
  })
  return { text: withSecrets(text, secrets) }
}
