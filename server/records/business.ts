import { db, write } from '../platform/db/client'
import { BUSINESS_SETTINGS, type BusinessSettings, business } from '../platform/db/schema'
import { Problem } from '../platform/problem'

export type Business = typeof business.$inferSelect

/** The business's own facts. */
export async function theBusiness(): Promise<Business> {
  const [row] = await db().select().from(business).limit(1)
  if (!row) throw new Problem('unavailable', 'This Upwold has not been set up yet.')
  // What an earlier release didn't ask for is as it is usual.
  return { ...row, settings: { ...BUSINESS_SETTINGS, ...row.settings } }
}

/** Changes what the owner sets for all rounds. */
export async function changeSettings(change: Partial<BusinessSettings>): Promise<void> {
  await write(async (tx) => {
    const { settings } = await theBusiness()
    await tx.update(business).set({ settings: { ...settings, ...change } })
  })
}
