import { eq } from 'drizzle-orm'
import { withTag, withoutTag } from '../../core/tags/tags'
import { dayAfter } from '../../core/follow-ups/engine'
import type { Act } from '../../core/follow-ups/model'
import { withValues } from '../../core/follow-ups/values'
import { readFact } from '../../core/facts/facts'
import { formatDay } from '../../core/calendar/dates'
import { editContact, jobFacts, newJob } from '../../shared/jobs'
import { changeContact } from '../contacts/contacts'
import { changeJob, createJob } from '../jobs/jobs'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { contacts, entries, kinds, members } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { note } from '../standing/thread'
import { setTags, tagsOn } from '../follow-ups/tags'
import { giveTask } from '../follow-ups/tasks'
import type { Doing, Done } from './done'

/** Who did it, as it stands with what follow-ups made. */
export const BY = 'a follow-up'

/** Puts a tag on the job or the person, or takes it off. */
export async function tagIt(act: Extract<Act, { do: 'tag' }>, d: Doing): Promise<Done> {
  const id = act.what === 'job' ? d.subject.loaded?.job.id : (d.subject.contact?.id ?? null)
  if (!id) return { left: act.what === 'job' ? 'It is of no job.' : 'It is of nobody.' }
  return write(async () => {
    const before = await tagsOn(act.what, id)
    const after = act.on ? withTag(before, act.tag) : withoutTag(before, act.tag)
    if (after.length === before.length)
      return { left: `The tag “${act.tag}” ${act.on ? 'is there already' : 'isn’t there'}.` }
    await setTags(act.what, id, after)
    return {
      did: `Tag “${act.tag}” ${act.on ? 'put on' : 'taken off'}`,
      made: { what: 'tag', of: act.what, id, tag: act.tag, on: act.on },
    }
  })
}

const dayOfStep = (after: Extract<Act, { do: 'task' }>['by'], d: Doing) =>
  dayAfter(after, now(), d.subject.loaded?.job.day ?? null, d.subject.business.timeZone)

/** Gives a task; whose member has left gets it given to whoever has time. */
export async function giveIt(act: Extract<Act, { do: 'task' }>, d: Doing): Promise<Done> {
  const [member] = act.member ? await db().select().from(members).where(eq(members.id, act.member)) : []
  const there = member && !member.removedAt ? member : null
  const words = withValues(act.words, d.values).trim().slice(0, 300)
  if (!words) throw new Problem('invalid', 'The task would say nothing. Give it words.')
  const day = dayOfStep(act.by, d)
  const id = await giveTask(
    {
      words,
      day,
      memberId: there?.id ?? null,
      jobId: d.subject.loaded?.job.id ?? null,
      contactId: d.subject.loaded ? null : (d.subject.contact?.id ?? null),
      key: d.key,
    },
    BY,
  )
  const whose = there ? there.name : act.member ? 'whoever has time, as its member has left' : 'whoever has time'
  return { did: `Task for ${whose}: ${words}, by ${formatDay(day)}`, made: { what: 'task', id } }
}

/** Facts of a job that are words. */
const JOB_WORDS = new Set(['title', 'place', 'notes'])
const PERSON_WORDS = new Set(['email', 'phone', 'address'])

/** Sets a fact of the job or the person. */
export async function setFact(act: Extract<Act, { do: 'fact' }>, d: Doing): Promise<Done> {
  const value = withValues(act.value, d.values).trim()
  return act.what === 'job' ? setJobFact(act.fact, value, d) : setPersonFact(act.fact, value, d)
}

async function setJobFact(fact: string, value: string, d: Doing): Promise<Done> {
  const { loaded, business } = d.subject
  if (!loaded) return { left: 'It is of no job.' }
  const { job, kind } = loaded
  const key = fact.startsWith('fact.') ? fact.slice('fact.'.length) : null
  const rule = key ? kind.settings.facts.find((f) => f.key === key) : null
  if (key ? !rule : !JOB_WORDS.has(fact))
    throw new Problem('not-now', `Jobs of the kind “${kind.name}” have no such fact any more.`)
  const read = rule ? readFact(rule, value, business.settings.locale) : { value }
  if ('problem' in read) throw new Problem('invalid', `“${value}” can’t stand as “${rule!.label}”: ${read.problem}`)
  const before = key ? (job.facts[key] ?? '') : String(job[fact as 'title'])
  if (before === read.value) return { left: 'It is so already.' }
  const set = jobFacts.parse(key ? { facts: { [key]: read.value } } : { [fact]: read.value })
  await changeJob(job.id, { version: job.version, set })
  const label = rule?.label ?? fact
  return {
    did: `“${label}” set to “${read.value.slice(0, 80)}”`,
    made: { what: 'fact', of: 'job', id: job.id, fact, before, after: read.value },
  }
}

async function setPersonFact(fact: string, value: string, d: Doing): Promise<Done> {
  const { contact } = d.subject
  if (!contact || contact.forgottenAt) return { left: 'It is of nobody.' }
  if (!PERSON_WORDS.has(fact)) throw new Problem('not-now', 'People have no such fact any more.')
  const before = contact[fact as 'email']
  if (before === value) return { left: 'It is so already.' }
  await changeContact(contact.id, editContact.parse({ [fact]: value }))
  return {
    did: `${contact.name}: ${fact} set to “${value.slice(0, 80)}”`,
    made: { what: 'fact', of: 'person', id: contact.id, fact, before, after: value },
  }
}

/** Puts something into the calendar. */
export async function enter(act: Extract<Act, { do: 'entry' }>, d: Doing): Promise<Done> {
  const day = dayOfStep(act.on, d)
  const words = withValues(act.words, d.values).trim().slice(0, 300)
  const id = `e${d.key}`
  const jobId = d.subject.loaded?.job.id ?? null
  await write(async (tx) => {
    const made = await tx
      .insert(entries)
      .values({ id, jobId, day, words, createdAt: now(), by: BY })
      .onConflictDoNothing()
      .returning({ id: entries.id })
    if (made.length && jobId)
      await note({ jobId, type: 'entry', words: `In the calendar on ${formatDay(day)}: ${words}` })
  })
  return { did: `In the calendar on ${formatDay(day)}: ${words}`, made: { what: 'entry', id } }
}

/** Begins another job for the same client. */
export async function beginJob(act: Extract<Act, { do: 'job' }>, d: Doing): Promise<Done> {
  const { loaded, contact } = d.subject
  const [kind] = await db().select().from(kinds).where(eq(kinds.id, act.kind))
  if (!kind) throw new Problem('not-now', 'Its kind of job is not there any more. Choose another.')
  const [client] = loaded?.job.clientId
    ? [loaded.client]
    : contact
      ? await db().select().from(contacts).where(eq(contacts.id, contact.id))
      : []
  const id = await createJob(
    newJob.parse({
      kindId: kind.id,
      title: withValues(act.title, d.values).trim().slice(0, 300),
      clientId: client?.id ?? null,
      starts: `${dayOfStep(act.on, d)}T${kind.settings.usual.startTime}`,
      place: loaded?.job.place ?? '',
      key: d.key,
    }),
  )
  return { did: `Another job was begun: ${kind.name}`, made: { what: 'job', id } }
}
