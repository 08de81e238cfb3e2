import { eq } from 'drizzle-orm'
import type { SignerDraft } from '../../../shared/signing'
import { checkFields } from '../../../core/fields/check'
import { fitsPattern } from '../../../core/fields/patterns'
import { insistOpen, papersOf } from '../../chain/papers'
import { today } from '../../platform/clock'
import { write } from '../../platform/db/client'
import { roundPeople } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { theBusiness } from '../../records/business'
import type { Person } from '../../chain/round'

/** The first thing somebody has left to fill, and its page: where they stopped, should they not come back. */
async function stoppedAt(person: Person, draft: SignerDraft): Promise<{ page: number; field: string } | null> {
  const { timeZone } = await theBusiness()
  const [open] = checkFields(person.fields, person.party, draft, today(timeZone), fitsPattern)
  const field = person.fields.find((f) => f.key === open?.key)
  if (!field) return null
  const [first] = await papersOf(person.roundId)
  const placed = first?.version.fields.find((p) => p.field.key === field.key)
  return { page: (placed?.page ?? 0) + 1, field: field.label.slice(0, 200) }
}

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
      .set({ draft, draftVersion: basedOn + 1, stopped: await stoppedAt(person, draft) })
      .where(eq(roundPeople.id, person.id))
    return basedOn + 1
  })
}
