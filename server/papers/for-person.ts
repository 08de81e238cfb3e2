import { and, eq } from 'drizzle-orm'
import { HOUSE } from '../../shared/people'
import { createJob } from '../jobs/jobs'
import { type Db, write } from '../platform/db/client'
import { contacts, jobs, kinds } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { theBusiness } from '../records/business'
import { newJob } from '../../shared/jobs'
import { makeJobPaper } from './make'

/** The kind of jobs that hold papers of the business itself; made when it is first wanted. */
async function houseKind(tx: Db): Promise<void> {
  const { settings } = await theBusiness()
  await tx
    .insert(kinds)
    .values({
      id: HOUSE,
      name: 'House job',
      position: 1000,
      settings: {
        expects: { quote: false, contract: false, waivers: false, invoice: 'never' },
        templates: {},
        facts: [],
        plan: { stages: [], damageDeposit: null },
        pricesIncludeTax: settings.pricesIncludeTax,
        usual: { startTime: '09:00', hours: 8 },
      },
    })
    .onConflictDoNothing()
}

/** The house job of somebody: the one there is, or a new one. */
async function houseJobOf(tx: Db, contactId: string): Promise<string> {
  const [there] = await tx
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.clientId, contactId), eq(jobs.house, true)))
    .orderBy(jobs.createdAt)
    .limit(1)
  if (there) return there.id
  const [who] = await tx.select().from(contacts).where(eq(contacts.id, contactId))
  if (!who || who.forgottenAt || who.mergedInto) throw notFound('person')
  await houseKind(tx)
  return createJob(
    newJob.parse({
      kindId: HOUSE,
      title: `${who.name}, with us`.slice(0, 300),
      clientId: contactId,
      key: `house-${contactId}`.slice(0, 60),
    }),
  )
}

/**
 * Makes a paper for somebody: on a job of theirs, or, where none is named, on their house job. Returns its id; the same key twice
 * makes one.
 */
export async function paperForPerson(
  contactId: string,
  given: { templateId: string; jobId: string | null; key: string },
  memberId: string | null,
): Promise<string> {
  return write(async (tx) => {
    const jobId = given.jobId ?? (await houseJobOf(tx, contactId))
    const [job] = await tx.select({ clientId: jobs.clientId }).from(jobs).where(eq(jobs.id, jobId))
    if (!job) throw notFound('job')
    if (job.clientId !== contactId)
      throw new Problem('invalid', 'This job is somebody else’s.', { jobId: 'Choose one of theirs.' })
    return makeJobPaper(jobId, { templateId: given.templateId, key: given.key }, memberId)
  })
}
