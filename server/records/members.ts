import { eq } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { members } from '../platform/db/schema'

export async function nameOf(memberId: string | null): Promise<string> {
  if (!memberId) return ''
  const [member] = await db().select({ name: members.name }).from(members).where(eq(members.id, memberId))
  return member?.name ?? ''
}
