import { eq } from 'drizzle-orm'
import type { PricedLine } from '../../core/pricing/pricing'
import { inOrder } from '../../core/pricing/variants'
import type { Db } from '../platform/db/client'
import { jobLines } from '../platform/db/schema'

/** Puts priced lines in the place of those of a job, in the open transaction. */
export async function putLines(tx: Db, jobId: string, lines: readonly PricedLine[]): Promise<void> {
  await tx.delete(jobLines).where(eq(jobLines.jobId, jobId))
  if (lines.length) await tx.insert(jobLines).values(inOrder(lines).map((l, position) => ({ ...l, jobId, position })))
}
