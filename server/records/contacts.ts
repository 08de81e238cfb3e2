import { eq } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { contacts } from '../platform/db/schema'

/** Whether a contact is an organisation. */
export async function isOrganisation(contactId: string | null): Promise<boolean> {
  if (!contactId) return false
  const [row] = await db().select({ kind: contacts.kind }).from(contacts).where(eq(contacts.id, contactId))
  return row?.kind === 'organisation'
}
