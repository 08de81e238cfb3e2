import { AwsClient } from 'aws4fetch'
import { eq, sql } from 'drizzle-orm'
import { aboutOf, type OccurrenceKind, occurrenceKinds } from '../../core/follow-ups/model'
import { getBlob, putBlob } from '../platform/blobs'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import {
  type Try,
  contacts,
  deliveries,
  followSteps,
  invoices,
  jobs,
  occurrences,
  payments,
  papers,
  systems,
} from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { newId } from '../platform/ids'
import { type Answer, NotThere, giveOver, outwardTrouble } from '../gateways/outward'
import { enqueue } from '../queue/outbox'
import { note } from '../standing/thread'
import { tellScreens } from '../standing/touch'
import { type System, loadSystem, signedHeaders } from './systems'

/** Tries kept with a delivery. */
const TRIES_KEPT = 30
type What = (typeof deliveries.$inferSelect)['what']

/** The name an event goes by outside: `paper.signed-all`. */
export const eventName = (what: What): string =>
  (occurrenceKinds as readonly string[]).includes(what) ? `${aboutOf(what as OccurrenceKind)}.${what}` : what

async function put(row: Omit<typeof deliveries.$inferInsert, 'createdAt' | 'state' | 'tries'>): Promise<void> {
  await write(async (tx) => {
    const made = await tx
      .insert(deliveries)
      .values({ ...row, createdAt: now(), state: 'waiting', tries: [] })
      .onConflictDoNothing()
      .returning({ id: deliveries.id })
    if (made.length) await enqueue('deliver', `deliver:${row.id}:0`, { id: row.id })
  })
}

/** Puts a call down: what is said is `data`, wrapped as Standard Webhooks has it. */
export async function deliverCall(
  system: System,
  { what, data, jobId, key, stepId }: { what: What; data: unknown; jobId: string | null; key: string; stepId?: string },
): Promise<string> {
  const id = `msg_${key.replace(/[^\w-]/g, '')}${system.id.slice(0, 8)}`
  const body = JSON.stringify({ type: eventName(what), timestamp: now(), data })
  await put({ id, systemId: system.id, what, body, jobId, stepId: stepId ?? null })
  return id
}

/** Puts a file down that is to be given over. */
export async function deliverFile(
  system: System,
  { path, sha, jobId, key, stepId }: { path: string; sha: string; jobId: string; key: string; stepId: string },
): Promise<void> {
  await put({
    id: `file_${key.replace(/[^\w-]/g, '')}`,
    systemId: system.id,
    what: 'file',
    body: path,
    sha,
    jobId,
    stepId,
  })
}

/** What an occurrence says outside: ids and names, no contents of papers. */
export async function saidOutside(o: typeof occurrences.$inferSelect): Promise<Record<string, unknown>> {
  const [job] = o.jobId
    ? await db().select({ id: jobs.id, title: jobs.title, day: jobs.day }).from(jobs).where(eq(jobs.id, o.jobId))
    : []
  const [person] = o.contactId
    ? await db().select({ id: contacts.id, name: contacts.name }).from(contacts).where(eq(contacts.id, o.contactId))
    : []
  const [paper] = o.paperId
    ? await db()
        .select({ id: papers.id, kind: papers.kind, title: papers.title, state: papers.state })
        .from(papers)
        .where(eq(papers.id, o.paperId))
    : []
  return {
    ...{ id: o.id, at: o.at, job: job ?? null, person: person ?? null, paper: paper ?? null, of: o.of, by: o.by },
    ...(await moneyOutside(o)),
  }
}

/** What the accounts want to know: an invoice with its sums by rate, or a payment; amounts in whole minor units. */
async function moneyOutside({ kind, id }: typeof occurrences.$inferSelect): Promise<Record<string, unknown>> {
  const of = id.slice(id.indexOf(':') + 1)
  if (kind === 'invoiced') {
    const [row] = await db().select().from(invoices).where(eq(invoices.id, of))
    if (!row) return {}
    const { total, balance, groups, dueOn } = row.invoice
    const { number, issuedOn, stage } = row
    return {
      invoice: { number, issuedOn, dueOn, stage, total, balance, groups, currency: row.frozen?.currency ?? null },
    }
  }
  if (kind !== 'paid') return {}
  const [row] = await db().select().from(payments).where(eq(payments.id, of))
  if (!row) return {}
  const { stage, amount, currency, method, day, reference } = row
  return { payment: { stage, amount, currency, method, day, reference } }
}

/** The outbox's part: every system that asked for a kind of thing is told of it. */
export async function tellSystems(n: number): Promise<void> {
  const [row] = await db().select().from(occurrences).where(eq(occurrences.n, n))
  if (!row) return
  const all = await db()
    .select()
    .from(systems)
    .where(
      sql`${systems.on} and ${systems.goneAt} is null and exists (select 1 from json_each(${systems.events}) e where e.value = ${row.kind})`,
    )
  if (!all.length) return
  const data = await saidOutside(row)
  for (const system of all) await deliverCall(system, { what: row.kind, data, jobId: row.jobId, key: `o${n}-` })
}

/** Gives a file over: every folder on its way is made first, where the store has folders. */
async function giveFile(system: System, path: string, sha: string): Promise<Answer> {
  const { keys } = system
  const bytes = await getBlob(sha)
  const base = system.url.replace(/\/+$/, '')
  const parts = path.split('/').map(encodeURIComponent)
  if (keys.kind === 's3') {
    const client = new AwsClient({
      accessKeyId: keys.accessKey,
      secretAccessKey: keys.secretKey,
      region: keys.region,
      service: 's3',
    })
    const to = `${base}/${parts.join('/')}`
    const signed = await client.sign(to, {
      method: 'PUT',
      body: bytes.slice().buffer,
      headers: { 'x-amz-content-sha256': sha },
    })
    return giveOver(to, { method: 'PUT', headers: Object.fromEntries(signed.headers), body: bytes })
  }
  if (keys.kind !== 'webdav') throw new NotThere('This system takes calls, not files.')
  const headers = { authorization: `Basic ${Buffer.from(`${keys.user}:${keys.password}`).toString('base64')}` }
  for (let i = 1; i < parts.length; i += 1) {
    const made = await giveOver(`${base}/${parts.slice(0, i).join('/')}/`, { method: 'MKCOL', headers, body: '' })
    // RFC 4918, 9.3.1: 405 says that it is there.
    if (made.status !== 201 && made.status !== 405 && made.status !== 301) return made
  }
  return giveOver(`${base}/${parts.join('/')}`, {
    method: 'PUT',
    headers: { ...headers, 'content-type': 'application/octet-stream' },
    body: bytes,
  })
}

/** The outbox's part: one try at giving something over. Throws where it is to be tried again. */
export async function deliver(id: string): Promise<void> {
  const [row] = await db()
    .select({ delivery: deliveries, system: systems })
    .from(deliveries)
    .innerJoin(systems, eq(systems.id, deliveries.systemId))
    .where(eq(deliveries.id, id))
  if (row?.delivery.state !== 'waiting') return
  const { delivery, system } = row
  if (system.goneAt || !system.on)
    return end(delivery, 'refused', { at: now(), status: 0, ms: 0, said: 'It was switched off.' })
  const began = performance.now()
  const took = () => Math.round(performance.now() - began)
  let answer: Answer
  try {
    answer =
      delivery.what === 'file'
        ? await giveFile(system, delivery.body, delivery.sha!)
        : system.keys.kind === 'hook'
          ? await giveOver(system.url, {
              method: 'POST',
              headers: signedHeaders(system.keys, id, delivery.body),
              body: delivery.body,
            })
          : { status: 0, said: 'This system takes files, not calls.' }
  } catch (error) {
    if (error instanceof NotThere)
      return end(delivery, 'refused', { at: now(), status: 0, ms: took(), said: error.message })
    const said = outwardTrouble(error, system.url)
    await keepTry(delivery, { at: now(), status: 0, ms: took(), said })
    throw new Error(said, { cause: error })
  }
  const tried = { at: now(), status: answer.status, ms: took(), said: answer.said.slice(0, 2000) }
  if (answer.status >= 200 && answer.status < 300) return end(delivery, 'done', tried)
  // Standard Webhooks: 410 says that nothing is wanted here any more.
  if (answer.status === 410) {
    await end(delivery, 'refused', tried)
    await write(async (tx) => {
      await tx.update(systems).set({ on: false }).where(eq(systems.id, system.id))
      await note({
        jobId: null,
        type: 'system',
        words: `${system.name} wants nothing more (410): it is switched off`,
        state: 'trouble',
        notable: true,
      })
    })
    return
  }
  const elsewhere = answer.status >= 300 && answer.status < 400
  const said = elsewhere ? `${tried.status}: it sends us elsewhere. Give the address it means.` : tried.said
  await keepTry(delivery, { ...tried, said })
  throw new Error(`${system.name} answered ${answer.status}`)
}

type Delivery = typeof deliveries.$inferSelect
async function keepTry({ id }: Delivery, tried: Try): Promise<void> {
  await write(async (tx) => {
    const [row] = await tx.select({ tries: deliveries.tries }).from(deliveries).where(eq(deliveries.id, id))
    await tx
      .update(deliveries)
      .set({ tries: [...row!.tries, tried].slice(-TRIES_KEPT) })
      .where(eq(deliveries.id, id))
    tellScreens(null)
  })
}
async function end(delivery: Delivery, state: 'done' | 'refused', tried: Try): Promise<void> {
  await write(async (tx) => {
    await keepTry(delivery, tried)
    await tx.update(deliveries).set({ state, doneAt: now() }).where(eq(deliveries.id, delivery.id))
    if (state === 'refused') await tellStep(delivery, tried.said)
  })
}

/** A step whose delivery won't come through says so, on its run and its job. */
async function tellStep({ stepId, jobId }: Delivery, why: string): Promise<void> {
  if (!stepId) return
  await write(async (tx) => {
    await tx.update(followSteps).set({ state: 'refused', said: why }).where(eq(followSteps.id, stepId))
    await note({
      jobId,
      type: 'follow-up',
      words: 'What was to be given over was not taken',
      detail: why,
      state: 'trouble',
      notable: true,
    })
  })
}

/** After three days it is given up, and said where it was begun. */
export async function giveUp(id: string, why: string): Promise<void> {
  await write(async (tx) => {
    const [row] = await tx.select().from(deliveries).where(eq(deliveries.id, id))
    if (!row) return
    await tx.update(deliveries).set({ state: 'given up', doneAt: now() }).where(eq(deliveries.id, id))
    await tellStep(row, `Given up after three days: ${why}`)
  })
}

/** Sends something once more, whatever became of it: the same id and body, signed anew. */
export async function sendAgain(id: string): Promise<void> {
  await write(async (tx) => {
    const [row] = await tx.select().from(deliveries).where(eq(deliveries.id, id))
    if (!row) throw notFound('delivery')
    const system = await loadSystem(row.systemId)
    if (!system.on) throw new Problem('not-now', `${system.name} is switched off. Switch it on first.`)
    await tx.update(deliveries).set({ state: 'waiting', doneAt: null }).where(eq(deliveries.id, id))
    await enqueue('deliver', `deliver:${id}:${newId()}`, { id })
  })
}

/** Tries a system out with a call or a small file, now. */
export async function tryOut(id: string, by: string): Promise<Try> {
  const system = await loadSystem(id)
  const began = performance.now()
  const said = { at: now(), status: 0, ms: 0, said: '' }
  try {
    const delivery = `tried_${newId()}`
    const body = JSON.stringify({ type: 'tried', timestamp: now(), data: { by } })
    const answer =
      system.keys.kind === 'hook'
        ? await giveOver(system.url, { method: 'POST', headers: signedHeaders(system.keys, delivery, body), body })
        : await giveFile(system, 'Upwold was here.txt', await smallFile(by))
    return {
      ...said,
      status: answer.status,
      said: answer.said.slice(0, 2000),
      ms: Math.round(performance.now() - began),
    }
  } catch (error) {
    const words = error instanceof NotThere ? error.message : outwardTrouble(error, system.url)
    return { ...said, said: words, ms: Math.round(performance.now() - began) }
  }
}
async function smallFile(by: string): Promise<string> {
  return putBlob(new TextEncoder().encode(`Upwold was tried out here by ${by}.\n`), 'text/plain')
}
