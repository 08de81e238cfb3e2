import { type SQL, and, asc, inArray, isNotNull, sql } from 'drizzle-orm'
import { type Booked, type Clash, clashesOf } from '../../core/calendar/clashes'
import { addDays, daysBetween, formatDay } from '../../core/calendar/dates'
import { movedTo } from '../../core/calendar/moved'
import type { FactRule } from '../../core/facts/facts'
import { inSentence } from '../../core/rounds/greeting'
import type { MoveLook } from '../../shared/calendar'
import { editJob } from '../../shared/jobs'
import { db, write } from '../platform/db/client'
import { jobs, kinds, members } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { type LoadedJob, loadJob } from '../records/job'
import { note } from '../standing/thread'
import { changeJob } from './jobs'

type Job = typeof jobs.$inferSelect
/** What of a job says when, where and who, as one value: cell by cell a month of jobs takes three times as long to read. */
const bookedJson =
  sql`json_object('id', ${jobs.id}, 'kindId', ${jobs.kindId}, 'title', ${jobs.title}, 'starts', ${jobs.starts},
  'ends', ${jobs.ends}, 'furtherDays', json(${jobs.furtherDays}), 'place', ${jobs.place}, 'facts', json(${jobs.facts}),
  'calledOff', ${jobs.calledOff})`.mapWith(JSON.parse)
type BookedRow = Pick<
  Job,
  'id' | 'kindId' | 'title' | 'starts' | 'ends' | 'furtherDays' | 'place' | 'facts' | 'calledOff'
>
/** A job as what takes time, a place and people. */
export interface BookedJob extends Booked {
  calledOff: boolean
}
/** A job as what takes time, a place and people; `facts` are its kind's. */
const bookedOf = (job: BookedRow, facts: readonly FactRule[]): BookedJob => ({
  id: job.id,
  title: job.title,
  spans: job.starts ? [{ starts: job.starts, ends: job.ends }, ...job.furtherDays] : [],
  place: job.place,
  members: facts.flatMap((f) => (f.type === 'person' && job.facts[f.key] ? [job.facts[f.key]!] : [])),
  calledOff: !!job.calledOff,
})
/** The further facts of each kind of job: read once for many jobs. */
const factsByKind = async (): Promise<Map<string, readonly FactRule[]>> =>
  new Map(
    (await db().select({ id: kinds.id, settings: kinds.settings }).from(kinds)).map((k) => [k.id, k.settings.facts]),
  )
/** Jobs that may take some of the days between two: one of several days, or of further ones, may have begun before. */
export const bookedBetween = (from: string, to: string) => sql`
  (${jobs.sortDay} between ${addDays(from, -31)} and ${to} or ${jobs.furtherDays} <> '[]' and ${jobs.sortDay} <= ${to})
  and (substr(coalesce(${jobs.ends}, ${jobs.starts}), 1, 10) >= ${from} or ${jobs.furtherDays} <> '[]')`
/** What may take some of the days between two, what was called off among it, by its first day; at most 2,000. */
export async function bookedOn(from: string, to: string): Promise<BookedJob[]> {
  const facts = await factsByKind()
  const rows = await db()
    .select({ job: bookedJson as SQL<BookedRow> })
    .from(jobs)
    .where(and(bookedBetween(from, to), isNotNull(jobs.starts)))
    .orderBy(asc(jobs.sortDay), asc(jobs.starts), asc(jobs.id))
    .limit(2000)
  return rows.map(({ job }) => bookedOf(job, facts.get(job.kindId) ?? []))
}
/** Clashes in words. */
export async function clashWords(clashes: readonly Clash[]): Promise<string[]> {
  const ids = clashes.flatMap((c) => (c.kind === 'member' ? [c.of] : []))
  const names = new Map(
    (ids.length
      ? await db().select({ id: members.id, name: members.name }).from(members).where(inArray(members.id, ids))
      : []
    ).map((m) => [m.id, m.name]),
  )
  return clashes.map((c) =>
    c.kind === 'place' ? `${c.with.title} is there, too` : `${names.get(c.of) ?? 'A member'} is at ${c.with.title}`,
  )
}

/** How a moved job reads: looked at within a transaction that is taken back. */
class TakenBack extends Error {}
type Read<T> = (loaded: LoadedJob) => Promise<T>

function movedSet(job: Job, to: string) {
  if (!job.starts) throw new Problem('not-now', 'It has no day yet. Give it one on its page.')
  const [first, ...further] = movedTo([{ starts: job.starts, ends: job.ends }, ...job.furtherDays], to)
  return { starts: first!.starts, ends: first!.ends, furtherDays: further }
}

/** Reads a job as it would be on another day; nothing of it stays. */
async function asMoved<T>(id: string, to: string, read: Read<T>): Promise<T> {
  let seen: T | undefined
  await write(async () => {
    const { job } = await loadJob(id)
    await changeJob(id, editJob.parse({ version: job.version, set: movedSet(job, to) }))
    seen = await read(await loadJob(id))
    throw new TakenBack()
  }).catch((error: unknown) => {
    if (!(error instanceof TakenBack)) throw error
  })
  return seen as T
}

/** What a screen wants to know of a job besides: what its papers say otherwise, and what there isn't enough of. */
export interface Beside {
  drift: (loaded: LoadedJob) => Promise<Map<string, { label: string; said: string; now: string }[]>>
  short: (loaded: LoadedJob) => Promise<{ description: string; stock: number; jobs: { title: string }[] }[]>
  titles: (paperIds: readonly string[]) => Promise<Map<string, { title: string; state: string }>>
}

/** What moving a job to another day would touch: papers that name the day, payments, items, people. */
export async function lookAtMove(id: string, to: string, { drift, short, titles }: Beside): Promise<MoveLook> {
  const before = await loadJob(id)
  const { job, client } = before
  const day = job.starts?.slice(0, 10)
  if (!day) throw new Problem('not-now', 'It has no day yet. Give it one on its page.')
  const was = { drift: await drift(before), short: await short(before) }
  const after = await asMoved(id, to, async (loaded) => ({
    loaded,
    drift: await drift(loaded),
    short: await short(loaded),
  }))
  const mine = bookedOf(after.loaded.job, after.loaded.kind.settings.facts)
  const last = mine.spans
    .map((s) => (s.ends ?? s.starts).slice(0, 10))
    .sort()
    .at(-1)!
  const there = (await bookedOn(to, last)).filter((b) => !b.calledOff)
  const clashes = await clashWords(clashesOf(mine, there))
  const named = await titles([...after.drift.keys()])
  const papers = [...after.drift].flatMap(([paper, list]) => {
    const had = was.drift.get(paper) ?? []
    const fresh = list.filter((d) => !had.some((h) => h.label === d.label && h.now === d.now))
    const of = named.get(paper)
    return fresh.length && of ? [{ ...of, fresh }] : []
  })
  const on = (d: string | null) => (d ? formatDay(d, to) : 'no day')
  return {
    from: day,
    to,
    version: job.version,
    starts: after.loaded.job.starts!,
    effects: [
      ...papers.map(({ title, state, fresh }) => ({
        state: 'trouble' as const,
        words: `The ${inSentence(title)} is ${state === 'signed' ? 'signed' : 'out'} and says ${fresh[0]!.said}`,
        detail:
          state === 'signed'
            ? 'an addendum can be signed, or it is left as it is'
            : 'it can be taken back and goes out anew',
      })),
      ...after.loaded.stages.flatMap((s) => {
        const old = before.stages.find((b) => b.key === s.key)
        return old && old.dueOn !== s.dueOn && s.open > 0
          ? [
              {
                state: 'not-yet' as const,
                words: `${s.label} falls due ${on(old.dueOn)}`,
                detail: `becomes ${on(s.dueOn)}`,
              },
            ]
          : []
      }),
      ...after.short.map((s) => ({
        state: 'trouble' as const,
        words: `Not enough of ${inSentence(s.description)}: there ${s.stock === 1 ? 'is' : 'are'} ${s.stock}`,
        detail: s.jobs.map((j) => j.title).join(', '),
      })),
      ...was.short
        .filter((s) => !after.short.some((a) => a.description === s.description))
        .map((s) => ({
          state: 'settled' as const,
          words: `There is enough of ${inSentence(s.description)} then`,
          detail: '',
        })),
      ...clashes.map((words) => ({ state: 'trouble' as const, words, detail: 'at the same time' })),
      ...(after.loaded.guests.length
        ? [
            {
              state: 'theirs' as const,
              words: `${after.loaded.guests.length} ${after.loaded.guests.length === 1 ? 'guest comes' : 'guests come'}`,
              detail: 'they aren’t told by this',
            },
          ]
        : []),
    ],
    tell: client?.email ? { name: client.name, email: client.email } : null,
  }
}

/** Moves a job to another day, all of its days by as many; the client is told where that is wanted. Returns the new version. */
export async function moveJobTo(id: string, to: string, version: number, tell: boolean): Promise<number> {
  return write(async () => {
    const { job, client } = await loadJob(id)
    const set = movedSet(job, to)
    const days = daysBetween(job.starts!.slice(0, 10), to)
    if (!days) return job.version
    const next = await changeJob(id, editJob.parse({ version, set }))
    if (tell && client?.email) {
      const when = `${formatDay(to)}, ${set.starts.slice(11)}`
      await enqueue('mail.client', `moved:${id}:${next}`, {
        jobId: id,
        subject: `A new day: ${job.title}`,
        words: `Hello ${client.name},\n\n${job.title} is now on ${when}, instead of ${formatDay(job.starts!.slice(0, 10))}. Everything else stays as it is.\n\nIf that doesn’t suit you, please answer this letter.`,
      })
      await note({
        jobId: id,
        type: 'nudged',
        words: `${client.name.slice(0, 80)} is told of the new day`,
        detail: when,
      })
    }
    return next
  })
}
