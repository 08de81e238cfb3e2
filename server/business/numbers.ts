import { eq } from 'drizzle-orm'
import { countedUnder } from '../../core/invoices/numbers'
import { today } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { counters } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { theBusiness } from '../records/business'
import { changeSettings } from './settings'

const thisYear = (timeZone: string) => Number(today(timeZone).slice(0, 4))

/** How many invoices a row of numbers has had; this year's, where each year has its own. */
export async function countedSoFar(pattern: string, timeZone: string): Promise<number> {
  const key = countedUnder(pattern, thisYear(timeZone))
  const [row] = await db().select().from(counters).where(eq(counters.key, key))
  return row?.value ?? 0
}

/** Changes how invoices are numbered from the next one on. A number that was given is never given again. */
export async function changeNumbers({ pattern, next }: { pattern: string; next: number }): Promise<void> {
  await write(async (tx) => {
    const { timeZone } = await theBusiness()
    const had = await countedSoFar(pattern, timeZone)
    if (next <= had) {
      const words = `Numbers up to ${had} were given already. The next is ${had + 1} at least.`
      throw new Problem('invalid', words, { next: words })
    }
    const value = next - 1
    await tx
      .insert(counters)
      .values({ key: countedUnder(pattern, thisYear(timeZone)), value })
      .onConflictDoUpdate({ target: counters.key, set: { value } })
    await changeSettings({ invoiceNumbers: pattern })
  })
}
