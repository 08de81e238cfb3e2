import { eq } from 'drizzle-orm'
import { write } from '../platform/db/client'
import { counters, standings } from '../platform/db/schema'
import { projectJob } from './project'

const STANDINGS = 'upgrade: standings 2'

/** Standings an earlier release worked out, which said less of whose move it is, are worked out anew. */
export async function standAnew(): Promise<void> {
  await write(async (tx) => {
    const [done] = await tx.select().from(counters).where(eq(counters.key, STANDINGS))
    if (done) return
    for (const { jobId } of await tx.select({ jobId: standings.jobId }).from(standings)) await projectJob(jobId)
    await tx.insert(counters).values({ key: STANDINGS, value: 1 })
  })
}
