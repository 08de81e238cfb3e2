import { addGuest } from '../jobs/jobs'
import { write } from '../platform/db/client'
import { Problem } from '../platform/problem'
import { loadJob } from '../records/job'
import { makeJobPaper } from './make'

/** Makes the waivers a kind wants of each guest once it is agreed; those that are there already stay as they are. */
export async function usualWaivers(jobId: string, only?: string): Promise<void> {
  await write(async () => {
    const { job, kind, guests } = await loadJob(jobId)
    const { made, templates } = kind.settings
    if (!job.agreedOn || made?.waiver !== 'agreed' || !templates.waiver) return
    for (const { id } of guests.filter((g) => !only || g.id === only))
      await makeJobPaper(jobId, { kind: 'waiver', guestId: id }, null).catch((error: unknown) => {
        // One that is out or signed is the one that is wanted.
        if (!(error instanceof Problem && error.code === 'not-now')) throw error
      })
  })
}

/** Somebody more comes to a job; with the waiver its kind wants of them, where that is made by itself. */
export async function guestComes(jobId: string, contactId: string): Promise<void> {
  await write(async () => {
    await addGuest(jobId, contactId)
    await usualWaivers(jobId, contactId)
  })
}
