import { and, eq, inArray } from 'drizzle-orm'
import { isReference, referenceOf } from '../../core/money/reference'
import { db, write } from '../platform/db/client'
import { paymentNumbers } from '../platform/db/schema'

/** Numbers begin here: what is shorter is too easily something else in a line of a statement. */
const FROM = 10_000

/** What a client quotes who pays a stage by bank; the same for ever. */
export async function referenceFor(jobId: string, stage: string): Promise<string> {
  const of = and(eq(paymentNumbers.jobId, jobId), eq(paymentNumbers.stage, stage))
  const read = async () => (await db().select({ n: paymentNumbers.n }).from(paymentNumbers).where(of))[0]
  const there = await read()
  if (there) return referenceOf(FROM + there.n)
  const made = await write(async (tx) => {
    await tx.insert(paymentNumbers).values({ jobId, stage }).onConflictDoNothing()
    return read()
  })
  return referenceOf(FROM + made!.n)
}

/** The stages some references are of, by reference; none for one that was never given. */
export async function stagesBy(references: readonly string[]): Promise<Map<string, { jobId: string; stage: string }>> {
  const numbers = new Map(references.filter(isReference).map((r): [number, string] => [Number(r.slice(4)) - FROM, r]))
  const safe = [...numbers.keys()].filter(Number.isSafeInteger)
  if (safe.length === 0) return new Map()
  const rows = await db().select().from(paymentNumbers).where(inArray(paymentNumbers.n, safe))
  return new Map(rows.map(({ n, jobId, stage }) => [numbers.get(n)!, { jobId, stage }]))
}
