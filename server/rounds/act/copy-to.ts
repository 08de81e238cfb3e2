import { eq } from 'drizzle-orm'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { contacts, roundPeople, rounds } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { Problem } from '../../platform/problem'
import { changeContact } from '../../contacts/contacts'
import type { LinkHolder } from '../../chain/links'
import { record, actorOf } from '../../chain/record'
import { roundState } from '../../chain/state'

/**
 * Somebody who was reached without an address says where their copy shall go, once they have signed. It goes at once if it is
 * there, and with the others' otherwise. One who has an address keeps it: only the sender changes that.
 */
export async function sendCopyTo(
  { person }: LinkHolder,
  email: string,
  from: { ip: string; device: string },
): Promise<void> {
  await write(async (tx) => {
    const [row] = await tx.select().from(roundPeople).where(eq(roundPeople.id, person.id))
    const state = await roundState(person.roundId)
    if (state.people.find((p) => p.id === person.id)?.status !== 'done')
      throw new Problem('not-now', 'Sign first; then say where your copy shall go.')
    if (row!.email) throw new Problem('not-now', 'Your copy goes to the address the sender has. Ask them to change it.')
    await record(person.roundId, actorOf(person, from), { type: 'copy-to', person: person.id }, { address: email })
    await tx
      .update(roundPeople)
      .set({ email, how: { ...row!.how, copy: 'attached' } })
      .where(eq(roundPeople.id, person.id))
    const [contact] = row!.contactId ? await tx.select().from(contacts).where(eq(contacts.id, row!.contactId)) : []
    // The fact is typed once: a contact without an address has it from now on.
    if (contact && !contact.email) await changeContact(contact.id, { email })
    const [round] = await db().select().from(rounds).where(eq(rounds.id, person.roundId))
    if (round!.sealedSha) await enqueue('mail.copy', `copy:${person.id}:${now()}`, { personId: person.id })
  })
}
