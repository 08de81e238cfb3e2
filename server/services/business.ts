import { db } from '../db/client'
import { business } from '../db/schema'
import { Problem } from '../problem'

export type Business = typeof business.$inferSelect

/** The business's own facts. */
export async function theBusiness(): Promise<Business> {
  const [row] = await db().select().from(business).limit(1)
  if (!row) throw new Problem('unavailable', 'This Upwold has not been set up yet.')
  return row
}
