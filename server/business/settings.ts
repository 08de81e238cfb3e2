import { write } from '../platform/db/client'
import { type BusinessSettings, business } from '../platform/db/schema'
import { theBusiness } from '../records/business'

/** Changes what the owner sets for all rounds. */
export async function changeSettings(change: Partial<BusinessSettings>): Promise<void> {
  await write(async (tx) => {
    const { settings } = await theBusiness()
    await tx.update(business).set({ settings: { ...settings, ...change } })
  })
}
