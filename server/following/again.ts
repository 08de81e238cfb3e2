import { and, eq } from 'drizzle-orm'
import { same, withTag, withoutTag } from '../../core/tags/tags'
import { editContact, jobFacts } from '../../shared/jobs'
import { changeContact } from '../contacts/contacts'
import { changeJob } from '../jobs/jobs'
import { removeJobs } from '../jobs/remove'
import { discardDraft } from '../papers/make'
import { now } from '../platform/clock'
import { dropBlobs } from '../platform/blobs'
import { db, write } from '../platform/db/client'
import { type MadeBy, contacts, entries, filed, followRuns, followSteps, jobs, tasks } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { note } from '../standing/thread'
import { tellScreens } from '../standing/touch'
import { setTags, tagsOn } from '../follow-ups/tags'

async function loadStep(id: string) {
  const [row] = await db()
    .select({ step: followSteps, jobId: followRuns.jobId })
    .from(followSteps)
    .innerJoin(followRuns, eq(followRuns.id, followSteps.runId))
    .where(eq(followSteps.id, id))
  if (!row) throw notFound('step')
  return row
}

/** Does a step once more, now; one that is done is done a second time only where it could be undone, or was. */
export async function doAgain(id: string): Promise<void> {
  await write(async (tx) => {
    const { step } = await loadStep(id)
    if (step.state === 'waiting') {
      await tx.update(followSteps).set({ dueAt: now() }).where(eq(followSteps.id, id))
      await enqueue('follow.step', `step:${id}:${step.again}:now`, { id })
      return
    }
    const again = step.again + 1
    await tx
      .update(followSteps)
      .set({ state: 'waiting', again, said: '', made: null, doneAt: null, dueAt: now() })
      .where(eq(followSteps.id, id))
    await enqueue('follow.step', `step:${id}:${again}`, { id })
    tellScreens(null)
  })
}

/** Stops a step that still waits; one that is done already isn't any more. */
export async function stopStep(id: string): Promise<void> {
  await write(async (tx) => {
    const { step } = await loadStep(id)
    if (step.state === 'stopped') return
    if (step.state !== 'waiting')
      throw new Problem('not-now', 'This has been done already. See whether it can be undone.')
    await tx
      .update(followSteps)
      .set({ state: 'stopped', said: 'Stopped by hand.', doneAt: now() })
      .where(and(eq(followSteps.id, id), eq(followSteps.state, 'waiting')))
    tellScreens(null)
  })
}

/** Undoes what a step made, where that is possible and nobody has gone on with it. */
export async function undoStep(id: string): Promise<void> {
  await write(async (tx) => {
    const { step, jobId } = await loadStep(id)
    if (step.state === 'undone') return
    if (step.state !== 'done') throw new Problem('not-now', 'Nothing was done that could be undone.')
    await undo(step.made)
    await tx.update(followSteps).set({ state: 'undone', doneAt: now() }).where(eq(followSteps.id, id))
    if (jobId) await note({ jobId, type: 'follow-up', words: `Undone: ${step.said}` })
    else tellScreens(null)
  })
}

const gone = (why: string) => new Problem('not-now', why)

async function undo(made: MadeBy | null): Promise<void> {
  if (!made || made.what === 'sent')
    throw gone('This can’t be undone: it has gone out, or there was nothing made. Write to whoever it concerns.')
  await write(async (tx) => {
    switch (made.what) {
      case 'task': {
        const [task] = await tx.select().from(tasks).where(eq(tasks.id, made.id))
        if (task?.doneAt) throw gone('The task has been done already.')
        await tx.delete(tasks).where(eq(tasks.id, made.id))
        return
      }
      case 'entry':
        await tx.delete(entries).where(eq(entries.id, made.id))
        return
      case 'filed': {
        const [file] = await tx.select().from(filed).where(eq(filed.id, made.id))
        if (!file) return
        await tx.delete(filed).where(eq(filed.id, made.id))
        await dropBlobs(tx, [file.sha])
        return
      }
      case 'paper':
        return discardDraft(made.id)
      case 'job': {
        const [job] = await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, made.id))
        if (job && !(await removeJobs([made.id])).length) throw gone('Somebody has gone on with that job already.')
        return
      }
      case 'tag': {
        const there = await tagsOn(made.of, made.id, tx)
        if (there.some((t) => same(t) === same(made.tag)) !== made.on) return
        await setTags(made.of, made.id, made.on ? withoutTag(there, made.tag) : withTag(there, made.tag))
        return
      }
      case 'fact':
        return undoFact(made)
    }
  })
}

async function undoFact(made: Extract<MadeBy, { what: 'fact' }>): Promise<void> {
  const changed = () => gone('It was changed since. What stands there now stays.')
  if (made.of === 'person') {
    const [who] = await db().select().from(contacts).where(eq(contacts.id, made.id))
    if (who?.[made.fact as 'email'] !== made.after) throw changed()
    return changeContact(made.id, editContact.parse({ [made.fact]: made.before }))
  }
  const [job] = await db().select().from(jobs).where(eq(jobs.id, made.id))
  const key = made.fact.startsWith('fact.') ? made.fact.slice('fact.'.length) : null
  if (!job || (key ? (job.facts[key] ?? '') : String(job[made.fact as 'title'])) !== made.after) throw changed()
  const set = jobFacts.parse(key ? { facts: { [key]: made.before } } : { [made.fact]: made.before })
  await changeJob(job.id, { version: job.version, set })
}
