import { db } from '../platform/db/client'
import { BUSINESS_SETTINGS, business } from '../platform/db/schema'
import { Problem } from '../platform/problem'

export type Business = typeof business.$inferSelect

/** The business's own facts. */
export async function theBusiness(): Promise<Business> {
  const [row] = await db().select().from(business).limit(1)
  if (!row) throw new Problem('unavailable', 'This Upwold has not been set up yet.')
  // What an earlier release didn't ask for is as it is usual.
  return { ...row, settings: { ...BUSINESS_SETTINGS, ...row.settings } }
}
