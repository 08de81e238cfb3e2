import { eq } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { messages } from '../platform/db/schema'
import { notFound } from '../platform/problem'

/** One message that went out, as it is kept. */
export async function messageOf(id: string): Promise<typeof messages.$inferSelect> {
  const [message] = await db().select().from(messages).where(eq(messages.id, id))
  if (!message) throw notFound('message')
  return message
}
