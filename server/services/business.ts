import { db, write } from '../db/client'
import { type BusinessSettings, business } from '../db/schema'
import { Problem } from '../problem'

export type Business = typeof business.$inferSelect

/** The business's own facts. */
export async function theBusiness(): Promise<Business> {
  const [row] = await db().select().from(business).limit(1)
  if (!row) throw new Problem('unavailable', 'This Upwold has not been set up yet.')
  return row
}

/** Changes what the owner sets for all rounds. */
export async function changeSettings(settings: BusinessSettings): Promise<void> {
  await write((tx) => tx.update(business).set({ settings }))
}
