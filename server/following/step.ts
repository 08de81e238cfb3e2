import { createHash } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { failing } from '../../core/follow-ups/tests'
import type { Act } from '../../core/follow-ups/model'
import { bodyOf } from '../../core/follow-ups/values'
import { later, now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { type StepState, followRuns, followSteps, followUps, occurrences } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { ledBy } from '../queue/occurred'
import { log } from '../platform/log'
import { note } from '../standing/thread'
import { tellScreens } from '../standing/touch'
import { deliverCall } from '../systems/deliver'
import { loadSystem } from '../systems/systems'
import { subjectOf, valuesOf } from '../follow-ups/facts'
import type { Doing, Done } from './done'
import { fileIt } from './files'
import { remindUnsigned, sendMessage } from './letters'
import { askForMoney, raiseIt } from './money'
import { makeAndSend } from './papers'
import { beginJob, enter, giveIt, setFact, tagIt } from './records'

/** How long a step waits for what it needs, and how often it looks. */
const PATIENCE_MS = 24 * 3_600_000
const LOOK_AGAIN = 15

async function call(act: Extract<Act, { do: 'call' }>, d: Doing): Promise<Done> {
  const system = await loadSystem(act.system)
  if (system.kind !== 'hook') throw new Problem('invalid', `${system.name} takes files, not calls.`)
  const { loaded, contact, paper } = d.subject
  const data = act.body.trim()
    ? bodyOf(act.body, d.values)
    : {
        job: loaded && { id: loaded.job.id, title: loaded.job.title },
        person: contact?.name ?? null,
        paper: paper?.title ?? null,
      }
  await deliverCall(system, { what: 'follow-up', data, jobId: loaded?.job.id ?? null, key: d.key, stepId: d.stepId })
  return { did: `On its way to ${system.name}`, made: { what: 'sent' } }
}

function act(a: Act, d: Doing): Promise<Done> {
  switch (a.do) {
    case 'message':
      return sendMessage(a, d)
    case 'remind':
      return remindUnsigned(a, d)
    case 'paper':
      return makeAndSend(a, d)
    case 'tag':
      return tagIt(a, d)
    case 'task':
      return giveIt(a, d)
    case 'fact':
      return setFact(a, d)
    case 'stage':
      return askForMoney(d)
    case 'invoice':
      return raiseIt(d)
    case 'file':
      return fileIt(a, d)
    case 'call':
      return call(a, d)
    case 'entry':
      return enter(a, d)
    case 'job':
      return beginJob(a, d)
  }
}

/** The outbox's part: does a step that is due, unless it was stopped or what stands against it holds. Done again it is once. */
export async function doStep(id: string): Promise<void | { again: string }> {
  const [row] = await db()
    .select({ step: followSteps, run: followRuns, rule: followUps, o: occurrences })
    .from(followSteps)
    .innerJoin(followRuns, eq(followRuns.id, followSteps.runId))
    .innerJoin(followUps, eq(followUps.id, followRuns.followUpId))
    .innerJoin(occurrences, eq(occurrences.id, followRuns.occurrence))
    .where(eq(followSteps.id, id))
  if (row?.step.state !== 'waiting') return
  const { step, run, rule, o } = row
  const end = (state: StepState, said: string, made: (typeof step)['made'] = null) =>
    write(async (tx) => {
      await tx.update(followSteps).set({ state, said, made, doneAt: now() }).where(eq(followSteps.id, id))
      if (state === 'refused')
        await note({
          jobId: run.jobId,
          type: 'follow-up',
          words: `“${rule.title.slice(0, 120)}” could not be followed`,
          detail: said,
          state: 'trouble',
          notable: true,
        })
      else if (state === 'done' && run.jobId)
        await note({ jobId: run.jobId, type: 'follow-up', words: said, detail: `By “${rule.title}”` })
      else tellScreens(null)
    })
  if (rule.goneAt || (!rule.on && step.again === 0)) return end('stopped', 'It was switched off meanwhile.')
  const subject = await subjectOf(o)
  if (subject.contact?.forgottenAt || subject.loaded?.client?.forgottenAt)
    return end('left', 'Whoever it is about was forgotten.')
  if (rule.unless.some((any) => any.length > 0) && !failing(rule.unless, subject.facts))
    return end('left', 'What stands against it holds by now.')
  const doing: Doing = {
    key: createHash('sha256').update(`${id}:${step.again}`).digest('hex').slice(0, 32),
    stepId: id,
    subject,
    paperId: o.paperId,
    contactId: o.contactId,
    values: valuesOf(subject, subject.business.settings.language),
  }
  try {
    const done = await ledBy([...o.because, rule.id], () => act(step.act, doing))
    if ('wait' in done) {
      if (Date.parse(now()) - Date.parse(step.dueAt) < PATIENCE_MS) return { again: later(LOOK_AGAIN) }
      return await end('refused', `${done.wait} It didn’t come within a day.`)
    }
    if ('left' in done) return await end('left', done.left)
    await end('done', done.did, done.made ?? null)
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    // What is there twice, or changed under our hands, is tried again by the outbox.
    if (error.code === 'stale' || error.code === 'unavailable') throw error
    log.info({ step: id, why: error.message }, 'A step was refused')
    await end('refused', error.message)
  }
}
