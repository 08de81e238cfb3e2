import { eq } from 'drizzle-orm'
import type { SignerDraft } from '../../../shared/signing'
import { insistOpen } from '../../chain/papers'
import { write } from '../../platform/db/client'
import { roundPeople } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import type { Person } from '../../chain/round'

/** Keeps what a signer has filled so far. A tab that is behind is told, and given what is there. Returns the new version. */
export async function saveDraft(person: Person, draft: SignerDraft, basedOn: number): Promise<number> {
  return write(async (tx) => {
    const [now] = await tx.select().from(roundPeople).where(eq(roundPeople.id, person.id))
    await insistOpen(person)
    if (now!.draftVersion !== basedOn)
      throw new Problem(
        'stale',
        'You have filled this in another window or on another device; here is what is there now.',
        {},
        { draft: now!.draft, version: now!.draftVersion },
      )
    await tx
      .update(roundPeople)
      .set({ draft, draftVersion: basedOn + 1 })
      .where(eq(roundPeople.id, person.id))
    return basedOn + 1
  })
}
