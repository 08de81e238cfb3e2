import { and, asc, eq, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { spanProblem } from '../../core/calendar/dates'
import { type JobMeans, type JobRead, type JobRow, guessJobs, jobKey, jobOf } from '../../core/jobs/table'
import { type Judged, lookOf } from '../../core/tables/look'
import type { Brought, BroughtUndone, FileLook } from '../../shared/bring'
import { MOST_JOBS, type bringJobs, type lookAtJobs } from '../../shared/bring-jobs'
import { newContact, newJob } from '../../shared/jobs'
import { addContact, isUnused } from '../contacts/contacts'
import { readRows } from '../files/rows'
import { now, today } from '../platform/clock'
import { db, write, writeInTurns } from '../platform/db/client'
import { contacts, imports, jobs, kinds } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import type { RowsFile } from '../files/worker/rows'
import { theBusiness } from '../records/business'
import { broughtBefore } from '../records/imports'
import { createJob } from './jobs'
import { removeJobs } from './remove'

type Given = z.output<typeof lookAtJobs>
type Kind = typeof kinds.$inferSelect
interface Row extends Judged {
  job: JobRow | null
  kind: Kind | null
}

/** A job with the times that are usual for its kind where its file says only days. */
function timed(job: JobRow, kind: Kind): JobRow {
  const { startTime, hours } = kind.settings.usual
  const starts = job.starts && (job.starts.includes('T') ? job.starts : `${job.starts}T${startTime}`)
  if (!starts) return { ...job, ends: null }
  const after = new Date(Date.parse(`${starts}Z`) + hours * 3_600_000).toISOString().slice(0, 16)
  if (!job.ends) return { ...job, starts, ends: after }
  if (job.ends.includes('T')) return { ...job, starts }
  const atUsual = `${job.ends}T${after.slice(11)}`
  return { ...job, starts, ends: atUsual > starts ? atUsual : `${job.ends}T23:59` }
}

/** Reads a table or calendar of jobs and says of each what would become of it. */
async function readGiven(given: Given): Promise<{ file: RowsFile['jobs']; columns: JobMeans[]; rows: Row[] }> {
  const { settings, timeZone } = await theBusiness()
  const file = await readRows('jobs', given, timeZone)
  const where = { locale: settings.locale, today: today(timeZone) }
  const columns = file.of === 'csv' ? (given.means ?? guessJobs(file.heads)) : []
  const read: JobRead[] =
    file.of === 'csv' ? file.rows.map((r) => jobOf(r, columns, where)) : file.jobs.map((job) => ({ job }))
  if (read.length > MOST_JOBS)
    throw new Problem('invalid', `There are more than ${MOST_JOBS} jobs in this file. Bring it in in parts.`)
  const kindRows = await db().select().from(kinds).orderBy(asc(kinds.position))
  const usual = kindRows.find((k) => k.id === given.kindId) ?? kindRows[0]
  if (!usual) throw new Problem('not-now', 'Say what kinds of job you do first.')
  const there = new Set(
    (await db().select({ title: jobs.title, starts: jobs.starts }).from(jobs)).map((j) => jobKey(j)),
  )
  const seen = new Map<string, number>()
  const first = file.of === 'csv' ? 2 : 1
  const rows = read.map((r, i): Row => {
    const n = i + first
    if ('wrong' in r) return { n, cells: [r.title, '', '', ''], job: null, kind: null, verdict: 'wrong', why: r.wrong }
    const named = r.job.kind.toLowerCase()
    const kind = kindRows.find((k) => k.name.toLowerCase() === named) ?? usual
    const job = timed({ ...r.job, title: r.job.title || `${r.job.client.name}, ${kind.name}`.slice(0, 300) }, kind)
    const cells = [job.title, job.starts?.replace('T', ' ') ?? '', job.client.name, kind.name]
    const of = (verdict: Row['verdict'], why = ''): Row => ({ n, cells, job, kind, verdict, why })
    const wrong = problemOf(job, timeZone)
    if (wrong) return of('wrong', wrong)
    const key = jobKey(job)
    if (there.has(key)) return of('same', 'is there already')
    const before = seen.get(key)
    if (before !== undefined) return of('repeated', `is the same as in line ${before}`)
    seen.set(key, n)
    return of('new')
  })
  return { file, columns, rows }
}

function problemOf(job: JobRow, timeZone: string): string | null {
  const span = spanProblem(job.starts, job.ends, timeZone)
  if (span) return span.message
  const { client } = job
  if (!client.name) return null
  return newContact.safeParse(client).error?.issues[0]?.message ?? null
}

/** What would become of a file of jobs; nothing is kept. */
export async function lookAtJobsFile(given: Given): Promise<FileLook> {
  const { file, columns, rows } = await readGiven(given)
  return lookOf(file, columns, rows)
}

/** The contact a job is for: by mailbox, else by name; made where there is none. Says whether it was made. */
async function clientFor({ name, email, phone }: JobRow['client']): Promise<{ id: string; made: boolean } | null> {
  if (!name && !email) return null
  const [known] = await db()
    .select({ id: contacts.id })
    .from(contacts)
    .where(email ? sql`lower(${contacts.email}) = ${email}` : sql`lower(${contacts.name}) = ${name.toLowerCase()}`)
    .limit(1)
  if (known) return { id: known.id, made: false }
  return { id: await addContact({ ...newContact.parse({ name: name || email, email, phone }) }), made: true }
}

/** What is being brought in just now, by its key: sent twice it is one. */
const underWay = new Map<string, Promise<Brought>>()

/** Brings in the jobs of a file that are new, all or nothing. With the same key it is the same. */
export function bringJobsIn(given: z.output<typeof bringJobs>, by: string): Promise<Brought> {
  const { key } = given
  const there = underWay.get(key)
  if (there) return there
  const bringing = bringOnce(given, by).finally(() => underWay.delete(key))
  underWay.set(key, bringing)
  return bringing
}

async function bringOnce({ key, same: _, ...given }: z.output<typeof bringJobs>, by: string): Promise<Brought> {
  const before = await broughtBefore(db(), key)
  if (before) return before
  const { rows } = await readGiven(given)
  const fresh = rows.filter((r) => r.verdict === 'new')
  const added: string[] = []
  const made: string[] = []
  const note = (left: number) =>
    write(async (tx) => {
      const clients = made.map((id) => ({ id, filled: {} }))
      const is = { of: 'jobs' as const, at: now(), by, added, before: clients, left, undoneAt: null }
      await tx
        .insert(imports)
        .values({ id: key, ...is })
        .onConflictDoUpdate({ target: imports.id, set: is })
    })
  try {
    await writeInTurns(fresh, async ({ n, job, kind }) => {
      const client = await clientFor(job!.client)
      const { title, starts, ends, place, people, notes } = job!
      const asked = { kindId: kind!.id, title, clientId: client?.id ?? null, starts, ends, place, people, notes }
      added.push(await createJob(newJob.parse({ ...asked, key: `${key}-${n}` })))
      if (client?.made) made.push(client.id)
    })
  } catch (error) {
    // All or nothing: what was made goes again, and nothing says it was there.
    await note(0)
    await undoJobs(key)
    await write((tx) => tx.delete(imports).where(eq(imports.id, key)))
    throw error
  }
  await note(rows.length - added.length)
  return { id: key, added: added.length, filled: 0, left: rows.length - added.length }
}

const AT_ONCE = 25
const inParts = <T>(all: readonly T[], size: number): T[][] =>
  Array.from({ length: Math.ceil(all.length / size) }, (_, i) => all.slice(i * size, (i + 1) * size))

/** Takes jobs that were brought in out again, with the clients made for them; what something has happened with stays. */
export async function undoJobs(id: string): Promise<BroughtUndone> {
  const [there] = await db().select().from(imports).where(eq(imports.id, id))
  if (there?.of !== 'jobs') throw notFound('import')
  if (there.undoneAt) return { removed: 0, kept: 0 }
  let removed = 0
  await writeInTurns(
    inParts(there.added, AT_ONCE),
    async (some) => void (removed += (await removeJobs(some)).length),
    1,
  )
  await write(async (tx) => {
    for (const { id: contact } of there.before) await tx.delete(contacts).where(and(eq(contacts.id, contact), isUnused))
    await tx.update(imports).set({ undoneAt: now() }).where(eq(imports.id, id))
  })
  return { removed, kept: there.added.length - removed }
}
