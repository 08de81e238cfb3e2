import { and, asc, eq, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm'
import { dayOf, formatDay } from '../../../core/calendar/dates'
import { versionHash } from '../../../core/evidence/heads'
import { TOLD_DAYS, dueToGo } from '../../../core/keep/retention'
import { dropBlobs } from '../../platform/blobs'
import { nextAt, now, today } from '../../platform/clock'
import { type Db, db, write } from '../../platform/db/client'
import {
  comments,
  deliveries,
  filed,
  happenings,
  jobs,
  letGo,
  links,
  listRows,
  members,
  messages,
  paperVersions,
  papers,
  proofs,
  roundEvents,
  roundPapers,
  roundPeople,
  roundPlans,
  rounds,
  standings,
  uploads,
} from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { businessOrNone } from '../../records/business'
import { note } from '../../standing/thread'
import { touch } from '../../standing/touch'
import { papersOf } from '../../chain/papers'
import { titlesOf } from '../../../shared/papers'

/** Sealed rounds that may be let go at all: nothing of their job is open, held or still to come. */
async function sealedRounds(day: string) {
  return db()
    .select({ round: rounds.id, jobId: rounds.jobId, sealedAt: roundEvents.at, toldAt: letGo.toldAt })
    .from(rounds)
    .innerJoin(roundEvents, and(eq(roundEvents.roundId, rounds.id), eq(roundEvents.type, 'sealed')))
    .innerJoin(jobs, eq(jobs.id, rounds.jobId))
    .leftJoin(standings, eq(standings.jobId, rounds.jobId))
    .leftJoin(letGo, eq(letGo.roundId, rounds.id))
    .where(
      and(
        isNotNull(rounds.sealedSha),
        // A damage deposit that was never held holds nothing back.
        sql`not exists (select 1 from dues where job_id = rounds.job_id and held = 0)`,
        sql`coalesce(${standings.held}, 0) = 0`,
        or(isNull(jobs.day), sql`${jobs.day} < ${day}`),
      ),
    )
    .orderBy(asc(roundEvents.at))
}

/** The outbox's part, each night: tells of what goes in thirty days, and lets go what was told of then. */
export async function letGoNight(): Promise<{ again: string }> {
  const again = { again: nextAt(3, 15) }
  const there = await businessOrNone()
  if (!there) return again
  const { timeZone, settings } = there
  const years = settings.keepYears
  if (years === null) {
    await write((tx) => tx.delete(letGo).where(isNull(letGo.goneAt)))
    return again
  }
  const day = today(timeZone)
  const found = await sealedRounds(day)
  const { tell, go } = dueToGo(
    found.map((f) => ({
      round: f.round,
      sealedOn: dayOf(f.sealedAt, timeZone),
      toldOn: f.toldAt && dayOf(f.toldAt, timeZone),
    })),
    years,
    day,
  )
  if (tell.length)
    await tellOf(
      found.filter((f) => tell.includes(f.round)),
      years,
      day,
    )
  for (const id of go) await letRoundGo(id, years)
  return again
}
/** Sees to it that it is looked every night. Asked at every start, it is one errand. */
export const keepRetention = (): Promise<void> => enqueue('let-go', 'let-go:night', {}, nextAt(3, 15))

async function tellOf(found: Awaited<ReturnType<typeof sealedRounds>>, years: number, day: string): Promise<void> {
  await write(async (tx) => {
    for (const f of found) {
      const list = await papersOf(f.round)
      await tx
        .insert(letGo)
        .values({
          roundId: f.round,
          jobId: f.jobId,
          titles: titlesOf(list.map((p) => p.paper)).slice(0, 300),
          sealedAt: f.sealedAt,
          toldAt: now(),
          goneAt: null,
          papers: [],
          events: {},
          versions: {},
        })
        .onConflictDoNothing()
    }
    const owners = await tx.select({ id: members.id }).from(members).where(eq(members.role, 'owner'))
    const many = found.length === 1 ? 'One sealed paper is' : `${found.length} sealed papers are`
    for (const { id } of owners)
      await enqueue('mail.member', `let-go:${day}:${id}`, {
        memberId: id,
        message: {
          subject: `${many} let go in ${TOLD_DAYS} days`,
          words: `${many} more than ${years} years old in ${TOLD_DAYS} days, and let go then, as your settings say. Take them out before, or keep them longer.`,
          path: '/settings/kept',
        },
      })
  })
}

/** Rounds of the papers of a round, itself among them: a paper goes with all that was ever sent of it. */
async function togetherWith(tx: Db, roundId: string): Promise<{ rounds: string[]; papers: string[] }> {
  const all = { rounds: [roundId], papers: [] as string[] }
  for (let before = -1; before !== all.rounds.length;) {
    before = all.rounds.length
    const of = await tx.select().from(roundPapers).where(inArray(roundPapers.roundId, all.rounds))
    all.papers = [...new Set(of.map((p) => p.paperId))]
    const more = await tx.select().from(roundPapers).where(inArray(roundPapers.paperId, all.papers))
    all.rounds = [...new Set([...all.rounds, ...more.map((p) => p.roundId)])]
  }
  return all
}

/** Lets a sealed round go: its papers, what was sent, filled in and sealed, and its chain but for the hashes of its events. */
export async function letRoundGo(roundId: string, years: number): Promise<void> {
  await write(async (tx) => {
    const [told] = await tx.select().from(letGo).where(eq(letGo.roundId, roundId))
    if (!told || told.goneAt) return
    const of = await togetherWith(tx, roundId)
    const versions = await tx.select().from(paperVersions).where(inArray(paperVersions.paperId, of.papers))
    for (const id of of.rounds) {
      const events = await tx.select().from(roundEvents).where(eq(roundEvents.roundId, id))
      const gone = {
        goneAt: now(),
        papers: of.papers,
        events: Object.fromEntries(events.map((e) => [e.seq, e.hash])),
        versions: Object.fromEntries(versions.map((v) => [v.id, versionHash(v)])),
      }
      await tx
        .insert(letGo)
        .values({ ...told, roundId: id, ...gone })
        .onConflictDoUpdate({ target: letGo.roundId, set: gone })
    }
    const shas = await takeRows(tx, of)
    // Copies in folders go with them.
    await tx.delete(filed).where(inArray(filed.sha, shas))
    await tx.update(deliveries).set({ sha: null }).where(inArray(deliveries.sha, shas))
    await dropBlobs(tx, [...shas, ...versions.map((v) => v.pdfSha)])
    await note({
      jobId: told.jobId,
      type: 'let-go',
      words: `${told.titles.slice(0, 200)} was let go`,
      detail: `Sealed ${formatDay(told.sealedAt.slice(0, 10))}; such papers are kept for ${years} years.`,
    })
    touch(told.jobId)
  })
}

/** Deletes the rows of rounds and their papers; the files they named. */
async function takeRows(tx: Db, of: { rounds: string[]; papers: string[] }): Promise<string[]> {
  const inRounds = inArray(roundPapers.roundId, of.rounds)
  const sealed = await tx.select({ sha: roundPapers.sealedSha }).from(roundPapers).where(inRounds)
  const people = await tx
    .select({ id: roundPeople.id })
    .from(roundPeople)
    .where(inArray(roundPeople.roundId, of.rounds))
  const ids = people.map((p) => p.id)
  const given = await tx.select({ sha: uploads.sha }).from(uploads).where(inArray(uploads.personId, ids))
  const beside = await tx.select({ own: papers.own }).from(papers).where(inArray(papers.id, of.papers))
  for (const id of ids) await tx.delete(messages).where(sql`instr(${messages.key}, ${id}) > 0`)
  await tx.delete(links).where(inArray(links.personId, ids))
  await tx.delete(proofs).where(inArray(proofs.personId, ids))
  await tx.delete(uploads).where(inArray(uploads.personId, ids))
  await tx.delete(roundPeople).where(inArray(roundPeople.roundId, of.rounds))
  await tx.delete(roundEvents).where(inArray(roundEvents.roundId, of.rounds))
  await tx.delete(roundPapers).where(inRounds)
  await tx.delete(rounds).where(inArray(rounds.id, of.rounds))
  await tx.delete(paperVersions).where(inArray(paperVersions.paperId, of.papers))
  await tx.delete(roundPlans).where(inArray(roundPlans.paperId, of.papers))
  await tx.update(listRows).set({ paperId: null }).where(inArray(listRows.paperId, of.papers))
  await tx.delete(comments).where(and(eq(comments.on, 'paper'), inArray(comments.of, of.papers)))
  await tx.delete(happenings).where(inArray(happenings.paperId, of.papers))
  await tx.delete(papers).where(inArray(papers.id, of.papers))
  return [
    ...sealed.flatMap((s) => s.sha ?? []),
    ...given.map((g) => g.sha),
    ...beside.flatMap((p) => p.own.enclosures?.map((e) => e.sha) ?? []),
  ]
}
