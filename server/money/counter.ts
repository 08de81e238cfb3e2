import { eq } from 'drizzle-orm'
import { reversed } from '../../core/ledger/ledger'
import { ZERO, minor } from '../../core/money/money'
import { now } from '../platform/clock'
import type { Db } from '../platform/db/client'
import { ledgerEntries, payments } from '../platform/db/schema'
import { newId } from '../platform/ids'
import type { LoadedJob } from '../records/job'
import { touch } from '../standing/touch'
import { post } from './ledger'

/**
 * Books the opposite of a booking, and posts it, in the open transaction: a wrong one is never edited. The id of the new
 * booking.
 */
export async function counterBooking(
  tx: Db,
  { today }: Pick<LoadedJob, 'today'>,
  row: typeof payments.$inferSelect,
  { words, by }: { words: string; by: string | null },
): Promise<string> {
  const id = newId()
  const { jobId } = row
  await tx.insert(payments).values({
    ...row,
    id,
    amount: minor(-row.amount),
    asked: ZERO,
    reference: `reversal:${row.id}`,
    at: now(),
    day: today,
    reverses: row.id,
    words,
    files: [],
    by,
  })
  const entries = await tx
    .select({ account: ledgerEntries.account, amount: ledgerEntries.amount, jobId: ledgerEntries.jobId })
    .from(ledgerEntries)
    .where(eq(ledgerEntries.event, `payment:${row.id}`))
  await post(tx, { event: `payment:${id}`, day: today, jobId }, reversed(entries))
  touch(jobId)
  return id
}
