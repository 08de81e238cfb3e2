import { and, eq, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { spanProblem } from '../../core/calendar/dates'
import { type Minor, formatMoney } from '../../core/money/money'
import { following } from '../../core/pricing/per'
import { price } from '../../core/pricing/pricing'
import type { editJob, newJob, saveLines } from '../../shared/jobs'
import { searchable } from '../../shared/text'
import { putLines } from './lines'
import { now } from '../platform/clock'
import { type Db, db, write } from '../platform/db/client'
import { contacts, guests, jobs, kinds, outbox } from '../platform/db/schema'
import { idBy, makeOnce } from '../platform/once'
import { Problem, notFound } from '../platform/problem'
import { type Business, theBusiness } from '../records/business'
import { occurred } from '../queue/occurred'
import { enqueue } from '../queue/outbox'
import { note } from '../standing/thread'
import { loadJob, basisOf } from '../records/job'
import { touch } from '../standing/touch'
import { HOUSE } from '../../shared/people'
import { addContact, stands } from '../contacts/contacts'
import { factsChanged } from './facts'

function checkSpan(job: { starts: string | null; ends: string | null; timeZone: string }): void {
  const problem = spanProblem(job.starts, job.ends, job.timeZone)
  if (problem) throw new Problem('invalid', problem.message, { [problem.field]: problem.message })
}

/** Makes a job from its kind: usual title, payment plan and tax basis come from there. Made twice with one key, it is one job. */
export async function createJob(input: z.output<typeof newJob>): Promise<string> {
  const id = idBy('j', input.key)
  return makeOnce(jobs, id, async (tx) => {
    const [kind] = await tx.select().from(kinds).where(eq(kinds.id, input.kindId))
    if (!kind) throw new Problem('invalid', 'This kind of job does not exist.', { kindId: 'Choose the kind of job.' })
    const given = input.client ? await addContact(input.client) : input.clientId
    const clientId = given && (await stands(tx, given))
    const [client] = clientId ? await tx.select().from(contacts).where(eq(contacts.id, clientId)) : []
    if (clientId && !client)
      throw new Problem('invalid', 'This client does not exist.', { clientId: 'Choose the client again.' })
    const business = await theBusiness()
    // German writes its nouns large, wherever they stand.
    const kindName = business.settings.language === 'de' ? kind.name : kind.name.toLowerCase()
    const title = input.title || (client ? `${client.name.split(' ').at(-1)!.slice(0, 200)} ${kindName}` : kind.name)
    const timeZone = input.timeZone ?? business.timeZone
    checkSpan({ ...input, timeZone })
    const said = await factsChanged(kind.settings.facts, {}, input.facts, business.settings.locale)
    await tx.insert(jobs).values({
      id,
      kindId: kind.id,
      title,
      clientId,
      starts: input.starts,
      ends: input.ends,
      timeZone,
      place: input.place,
      people: input.people,
      facts: input.facts,
      notes: input.notes,
      discount: input.discount,
      pricesIncludeTax: kind.settings.pricesIncludeTax,
      reverseCharge: input.reverseCharge,
      plan: kind.settings.plan,
      createdAt: now(),
      search: searchable(title, client?.name, input.place),
      house: kind.id === HOUSE,
    })
    await putLines(tx, id, following(input.lines, { ...input, furtherDays: [], timeZone }))
    await note({ jobId: id, type: 'job', words: 'Job added', notable: false })
    if (said.notable) await note({ jobId: id, type: 'changed', words: said.words.join(', '), notable: true })
    await occurred({ id: `made:${id}`, kind: 'made', jobId: id, contactId: clientId })
    const from = client?.name ?? 'The client'
    if (input.enquiry) await note({ jobId: id, type: 'enquiry', words: `${from} wrote`, detail: input.enquiry })
    if (input.answer) await answerEnquiry(id, client?.email ?? '', input.answer)
    touch(id)
    return id
  })
}

/** Asks the client back, and puts what was asked into the thread. */
async function answerEnquiry(jobId: string, email: string, { subject, words }: { subject: string; words: string }) {
  if (!email) {
    const message = 'The answer goes by e-mail: give the client’s address first.'
    throw new Problem('invalid', message, { 'client.email': message })
  }
  await enqueue('mail.client', `enquiry:${jobId}`, { jobId, subject, words })
  await note({ jobId, type: 'answer', words: `Answered ${email}: ${subject}`, detail: words })
}

const LABELS: Record<string, string> = {
  title: 'title',
  clientId: 'client',
  starts: 'start',
  ends: 'end',
  timeZone: 'time zone',
  place: 'place',
  people: 'number of people',
  notes: 'notes',
}

async function checkVersion(id: string, version: number): Promise<typeof jobs.$inferSelect> {
  const [job] = await db().select().from(jobs).where(eq(jobs.id, id))
  if (!job) throw notFound('job')
  if (job.version !== version)
    throw new Problem(
      'stale',
      'Somebody changed this job since you opened it. It now shows what is there; make your change again if it is still wanted.',
      {},
      { version: job.version },
    )
  return job
}

/** Changes facts of a job, one or several; the version tells a stale tab. Returns the new version. */
export async function changeJob(id: string, input: z.output<typeof editJob>): Promise<number> {
  return write(async (tx) => {
    const job = await checkVersion(id, input.version)
    const { facts, ...rest } = input.set
    const next = { ...job, ...rest, facts: { ...job.facts, ...facts } }
    const [kind] = await tx.select({ settings: kinds.settings }).from(kinds).where(eq(kinds.id, job.kindId))
    const { settings } = await theBusiness()
    const further = await factsChanged(kind!.settings.facts, job.facts, facts ?? {}, settings.locale)
    checkSpan(next)
    for (const d of next.furtherDays) checkSpan({ ...d, timeZone: next.timeZone })
    const [client] = next.clientId ? await tx.select().from(contacts).where(eq(contacts.id, next.clientId)) : []
    if (next.clientId && !client)
      throw new Problem('invalid', 'This client does not exist.', { clientId: 'Choose the client again.' })
    await tx
      .update(jobs)
      .set({
        ...rest,
        facts: next.facts,
        version: job.version + 1,
        search: searchable(next.title, client?.name, next.place),
      })
      .where(eq(jobs.id, id))
    const show = (v: unknown) => (v === null || v === '' || v === undefined ? 'nothing' : String(v).slice(0, 80))
    const words = [
      ...Object.keys(rest)
        .filter((k) => rest[k as keyof typeof rest] !== job[k as keyof typeof job])
        .map((k) =>
          k === 'furtherDays'
            ? `further days ${next.furtherDays.length ? next.furtherDays.map((d) => d.starts.slice(0, 10)).join(', ') : 'none'}`
            : k === 'clientId'
              ? `client is now ${client?.name.slice(0, 80) ?? 'nobody'}`
              : k === 'notes'
                ? 'notes changed'
                : `${LABELS[k]} ${show(job[k as 'title'])} → ${show(rest[k as 'title'])}`,
        ),
      ...further.words,
    ]
    if (words.length)
      await note({
        jobId: id,
        type: 'changed',
        words: `Record changed: ${words.join(', ')}`,
        notable: further.notable,
      })
    const changed = [
      ...Object.keys(rest).filter((k) => JSON.stringify(rest[k as 'title']) !== JSON.stringify(job[k as 'title'])),
      ...Object.keys(facts ?? {})
        .filter((k) => (facts![k] ?? '') !== (job.facts[k] ?? ''))
        .map((k) => `fact.${k}`),
    ]
    if (changed.length)
      await occurred({
        id: `changed:${id}:${job.version + 1}`,
        kind: 'changed',
        jobId: id,
        contactId: next.clientId,
        of: changed,
      })
    if ('starts' in rest && next.starts)
      await tx
        .update(outbox)
        .set({ dueAt: now() })
        .where(and(eq(outbox.key, `invoice:${id}`), sql`${outbox.doneAt} is null`))
    await followRecord(tx, id)
    touch(id)
    return job.version + 1
  })
}

/** Lines that go by the record's people, hours or days follow it, until they are agreed. */
async function followRecord(tx: Db, id: string): Promise<void> {
  const { job, lines, pricing, priced, business } = await loadJob(id)
  const next = following(lines, job)
  if (job.agreedOn || next.every((l, i) => l === lines[i])) return
  await putLines(tx, id, next)
  await noteLines(id, priced.total, price({ ...pricing, lines: next }).total, business)
}

/** Says in the thread that priced lines changed, and what that makes of the total. */
const noteLines = (jobId: string, before: Minor, after: Minor, { currency, settings }: Business) =>
  note({
    jobId,
    type: 'changed',
    words:
      before === after
        ? 'Priced lines changed'
        : `Priced lines changed: ${formatMoney(before, currency, settings.locale)} → ${formatMoney(after, currency, settings.locale)}`,
  })

/** Replaces a job's priced lines and discount. Once agreed, the lines are the agreed ones and stay. */
export async function saveJobLines(id: string, input: z.output<typeof saveLines>): Promise<number> {
  return write(async (tx) => {
    const job = await checkVersion(id, input.version)
    if (job.agreedOn)
      throw new Problem('not-now', 'These lines are agreed and signed. Make a change to the booking instead.')
    const { business, priced: before } = await loadJob(id)
    const lines = following(input.lines, job)
    const { reverseCharge = job.reverseCharge } = input
    const after = price({ lines, discount: input.discount, ...basisOf({ ...job, reverseCharge }) })
    await putLines(tx, id, lines)
    await tx
      .update(jobs)
      .set({ discount: input.discount, reverseCharge, version: job.version + 1 })
      .where(eq(jobs.id, id))
    await noteLines(id, before.total, after.total, business)
    touch(id)
    return job.version + 1
  })
}

/**
 * Another job like one that is there: its kind, client, place, people, facts and priced lines as they are now, without its
 * days, papers, money and notes.
 */
export async function copyJob(id: string, key: string): Promise<string> {
  const { job, lines } = await loadJob(id)
  const { kindId, clientId, timeZone, place, people, facts, discount, reverseCharge } = job
  return createJob({
    ...{ kindId, client: null, clientId, timeZone, place, people, facts, discount, reverseCharge, key },
    title: `${job.title.slice(0, 290)}, again`,
    starts: null,
    ends: null,
    notes: '',
    lines: lines.map((l) => ({ ...l })),
    enquiry: '',
    answer: null,
  })
}

/** Somebody more comes to a job. `among` many who come at once its other papers aren't looked at again for each. */
export async function addGuest(jobId: string, contactId: string, among = false): Promise<void> {
  await write(async (tx) => {
    await loadJob(jobId)
    const [{ n }] = (await tx
      .select({ n: sql<number>`count(*)` })
      .from(guests)
      .where(eq(guests.jobId, jobId))) as [{ n: number }]
    await tx.insert(guests).values({ jobId, contactId, position: n }).onConflictDoNothing()
    touch(jobId, among ? { papers: [] } : {})
  })
}
