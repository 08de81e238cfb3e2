import { and, eq } from 'drizzle-orm'
import { ageOn } from '../../core/people/age'
import { type TieKind, refuseTie } from '../../core/people/ties'
import { OF_AGE } from '../../core/visits/owes'
import { now, today } from '../platform/clock'
import { type Db, write } from '../platform/db/client'
import { consents, contacts, ties } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { Problem, notFound } from '../platform/problem'
import { theBusiness } from '../records/business'
import { tellScreens } from '../standing/touch'

async function contactBy(tx: Db, id: string) {
  const [row] = await tx.select().from(contacts).where(eq(contacts.id, id))
  if (!row || row.forgottenAt || row.mergedInto) throw notFound('person')
  return row
}

/** Ties two together; what they are tied as already is once, with the words that were given last. Returns its id. */
export async function tie(kind: TieKind, fromId: string, toId: string, words: string): Promise<string> {
  const day = today((await theBusiness()).timeZone)
  return write(async (tx) => {
    const [from, to] = [await contactBy(tx, fromId), await contactBy(tx, toId)]
    const why = refuseTie(kind, from, to, (born) => ageOn(born, day) >= OF_AGE)
    if (why) throw new Problem('invalid', why, { other: why })
    const [row] = await tx
      .insert(ties)
      .values({ id: newId(), kind, fromId, toId, words, createdAt: now() })
      .onConflictDoUpdate({ target: [ties.kind, ties.fromId, ties.toId], set: { words } })
      .returning({ id: ties.id })
    tellScreens(null)
    return row!.id
  })
}
/** Whoever signs for a child is their guardian from then on; said once, and never in the way of the signing. */
export async function guardianOf(tx: Db, guardianId: string, childId: string): Promise<void> {
  await tx
    .insert(ties)
    .values({ id: newId(), kind: 'guardian-of', fromId: guardianId, toId: childId, words: '', createdAt: now() })
    .onConflictDoNothing()
}
export async function untie(contactId: string, id: string): Promise<void> {
  await write(async (tx) => {
    const [row] = await tx.select().from(ties).where(eq(ties.id, id))
    if (!row || (row.fromId !== contactId && row.toId !== contactId)) throw notFound('tie')
    await tx.delete(ties).where(eq(ties.id, id))
    tellScreens(null)
  })
}

/** Writes down what somebody agreed to. */
export async function consent(
  contactId: string,
  given: { words: string; givenOn: string; until: string | null },
  by: string,
): Promise<string> {
  return write(async (tx) => {
    await contactBy(tx, contactId)
    const id = newId()
    await tx.insert(consents).values({ id, contactId, ...given, by })
    tellScreens(null)
    return id
  })
}
/** They took back what they agreed to, on a day; null where that was written down by mistake. */
export async function withdrawConsent(contactId: string, id: string, on: string | null): Promise<void> {
  await write(async (tx) => {
    const [row] = await tx
      .select()
      .from(consents)
      .where(and(eq(consents.id, id), eq(consents.contactId, contactId)))
    if (!row) throw notFound('consent')
    if (on && on < row.givenOn)
      throw new Problem('invalid', 'It can’t be taken back before it was given.', { on: 'Choose a later day.' })
    await tx.update(consents).set({ withdrawnOn: on }).where(eq(consents.id, id))
    tellScreens(null)
  })
}
