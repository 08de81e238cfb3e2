import { eq } from 'drizzle-orm'
import { now } from '../../platform/clock'
import { write } from '../../platform/db/client'
import { savedMessages } from '../../platform/db/schema'
import { newId } from '../../platform/ids'

/** Keeps a message under a name; the same name again replaces it. */
export async function saveMessage(input: { name: string; subject: string; message: string }): Promise<string> {
  return write(async (tx) => {
    const [there] = await tx.select().from(savedMessages).where(eq(savedMessages.name, input.name))
    const id = there?.id ?? newId()
    const values = { ...input, updatedAt: now() }
    await tx
      .insert(savedMessages)
      .values({ id, ...values })
      .onConflictDoUpdate({ target: savedMessages.id, set: values })
    return id
  })
}

export async function dropMessage(id: string): Promise<void> {
  await write((tx) => tx.delete(savedMessages).where(eq(savedMessages.id, id)))
}
