import { eq, sql } from 'drizzle-orm'
import { type Numbered, countedUnder, numberBy } from '../../core/invoices/numbers'
import { today } from '../platform/clock'
import { type Db, db, write } from '../platform/db/client'
import { type BusinessSettings, counters } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { theBusiness } from '../records/business'
import { changeSettings } from './settings'

const thisYear = (timeZone: string) => Number(today(timeZone).slice(0, 4))
const PATTERN = {
  invoices: 'invoiceNumbers',
  quotes: 'quoteNumbers',
  credits: 'creditNumbers',
} as const satisfies Record<Numbered, keyof BusinessSettings>

/** How many of a kind a row of numbers has had; this year's, where each year has its own. */
async function countedSoFar(of: Numbered, pattern: string, timeZone: string): Promise<number> {
  const key = countedUnder(of, pattern, thisYear(timeZone))
  const [row] = await db().select().from(counters).where(eq(counters.key, key))
  return row?.value ?? 0
}

/** How they are numbered, and which number comes next. */
export async function numbersOf(of: Numbered): Promise<{ pattern: string; next: number }> {
  const { timeZone, settings } = await theBusiness()
  const pattern = settings[PATTERN[of]]
  return { pattern, next: (await countedSoFar(of, pattern, timeZone)) + 1 }
}

/** Changes how they are numbered from the next one on. A number that was given is never given again. */
export async function changeNumbers({
  of,
  pattern,
  next,
}: {
  of: Numbered
  pattern: string
  next: number
}): Promise<void> {
  await write(async (tx) => {
    const { timeZone } = await theBusiness()
    const had = await countedSoFar(of, pattern, timeZone)
    if (next <= had) {
      const words = `Numbers up to ${had} were given already. The next is ${had + 1} at least.`
      throw new Problem('invalid', words, { next: words })
    }
    const value = next - 1
    await tx
      .insert(counters)
      .values({ key: countedUnder(of, pattern, thisYear(timeZone)), value })
      .onConflictDoUpdate({ target: counters.key, set: { value } })
    await changeSettings({ [PATTERN[of]]: pattern })
  })
}

/**
 * The next number of a row, taken in the transaction that uses it, so that none is left out; one that is taken already, by
 * an earlier way of numbering, is passed by.
 */
export async function takeNumber(tx: Db, of: Numbered, isTaken: (number: string) => Promise<boolean>): Promise<string> {
  const { timeZone, settings } = await theBusiness()
  const pattern = settings[PATTERN[of]]
  const year = thisYear(timeZone)
  for (;;) {
    const [counter] = await tx
      .insert(counters)
      .values({ key: countedUnder(of, pattern, year), value: 1 })
      .onConflictDoUpdate({ target: counters.key, set: { value: sql`value + 1` } })
      .returning()
    const number = numberBy(pattern, year, counter!.value)
    if (!(await isTaken(number))) return number
  }
}

/** Gives a number back that nobody has seen, where it was the last of its row. */
export async function giveBackNumber(tx: Db, of: Numbered, number: string): Promise<void> {
  const { pattern, next } = await numbersOf(of)
  const { timeZone } = await theBusiness()
  const year = thisYear(timeZone)
  if (next < 2 || numberBy(pattern, year, next - 1) !== number) return
  await tx
    .update(counters)
    .set({ value: next - 2 })
    .where(eq(counters.key, countedUnder(of, pattern, year)))
}
