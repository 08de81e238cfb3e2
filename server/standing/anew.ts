import { eq } from 'drizzle-orm'
import { write } from '../platform/db/client'
import { counters, standings } from '../platform/db/schema'
import { projectJob } from './project'

const STANDINGS = 'upgrade: standings 3'

/** Standings an earlier release worked out, and the rows of its papers that it hadn't, are worked out anew. */
export async function standAnew(): Promise<void> {
  await write(async (tx) => {
    const [done] = await tx.select().from(counters).where(eq(counters.key, STANDINGS))
    if (done) return
    for (const { jobId } of await tx.select({ jobId: standings.jobId }).from(standings)) await projectJob(jobId)
    await tx.insert(counters).values({ key: STANDINGS, value: 1 })
  })
}
