import { and, desc, eq, inArray, max, sql } from 'drizzle-orm'
import { linesOfPaper } from '../../core/document/lines'
import { type LineFacts, paperSays } from '../../core/line/line'
import { searchable } from '../../shared/text'
import { languageOf } from '../chain/language'
import { keptText } from '../files/take'
import { db, write } from '../platform/db/client'
import { paperRows, papers, paperVersions, roundEvents, roundPapers, roundPeople, rounds } from '../platform/db/schema'
import type { LoadedJob } from '../records/job'

/** A longer text is found by its beginning. */
const WORDS_MAX = 200_000
/** The words of a draft are written anew each time: they may be others by now. */
const DRAFT = 'draft'

/**
 * Brings what the list of papers reads in step: whose each is, what it comes to and waits for, and the index of its words.
 * `only` names the papers it was about.
 */
export async function projectPapers(loaded: LoadedJob, facts: LineFacts, only?: readonly string[]): Promise<void> {
  const rows = await db()
    .select({
      id: papers.id,
      kind: papers.kind,
      title: papers.title,
      state: papers.state,
      bindings: papers.bindings,
      createdAt: papers.createdAt,
      file: sql<string | null>`json_extract(${papers.marked}, '$.sha')`,
    })
    .from(papers)
    .where(and(eq(papers.jobId, loaded.job.id), ...(only ? [inArray(papers.id, [...only])] : [])))
  if (!rows.length) return
  const ids = rows.map((r) => r.id)
  const sent = await versionsOf(ids)
  const latest = new Map(sent.toReversed().map((v) => [v.paperId, v]))
  const roundIds = [...new Set([...latest.values()].map((v) => v.roundId))]
  const [people, last, kept] = await Promise.all([
    roundIds.length
      ? db()
          .select({
            id: roundPeople.id,
            roundId: roundPeople.roundId,
            name: roundPeople.name,
            part: roundPeople.part,
            memberId: roundPeople.memberId,
            contactId: roundPeople.contactId,
            how: roundPeople.how,
          })
          .from(roundPeople)
          .where(inArray(roundPeople.roundId, roundIds))
      : [],
    roundIds.length
      ? db()
          .select({ id: roundEvents.roundId, at: max(roundEvents.at) })
          .from(roundEvents)
          .where(inArray(roundEvents.roundId, roundIds))
          .groupBy(roundEvents.roundId)
      : [],
    db().select().from(paperRows).where(inArray(paperRows.paperId, ids)),
  ])
  for (const paper of rows) {
    const version = latest.get(paper.id)
    const says = paperSays(facts.papers.find((f) => f.id === paper.id) ?? { state: paper.state, move: null })
    const bound = paper.bindings.guest
    const guest = bound && 'contactId' in bound ? loaded.guests.find((g) => g.id === bound.contactId) : undefined
    const whose = guest?.name ?? loaded.client?.name ?? ''
    const own = people.filter((p) => p.roundId === version?.roundId)
    const first = own.find((p) => p.part !== 'copy' && !p.memberId)
    const others = own.map((p) => p.name).filter((n) => n !== whose)
    const before = kept.find((k) => k.paperId === paper.id)
    const title = [paper.title, whose, ...others].join('\n')
    const source = version && paper.state !== 'draft' ? `${version.id} ${title}` : DRAFT
    const row = {
      whose,
      worth: paper.kind === 'quote' || paper.kind === 'contract' ? loaded.priced.total : null,
      stop: says.state,
      waits: says.note,
      since: last.find((l) => l.id === version?.roundId)?.at ?? paper.createdAt,
      sentBy: version?.by ?? null,
      language: first ? await languageOf(first) : '',
      search: searchable(paper.title, whose, others.join(' '), loaded.job.title).slice(0, 2000),
      words: source,
    }
    await write(async (tx) => {
      const [{ n } = { n: 0 }] = await tx
        .insert(paperRows)
        .values({ paperId: paper.id, ...row })
        .onConflictDoUpdate({ target: paperRows.paperId, set: row })
        .returning({ n: paperRows.n })
      if (before?.words === source && source !== DRAFT) return
      const forgotten = !!loaded.client?.forgottenAt && paper.state !== 'signed'
      const words = (forgotten ? [] : await wordsOfPaper(paper, source === DRAFT ? null : version!.id))
        .join('\n')
        .slice(0, WORDS_MAX)
      await tx.run(sql`delete from paper_words where rowid = ${n}`)
      await tx.run(
        sql`insert into paper_words (rowid, title, people, words) values (${n}, ${paper.title}, ${[whose, ...others].join(', ')}, ${words})`,
      )
    })
  }
}

/** The versions of papers that were sent, the latest first, with their round and who sent it. */
const versionsOf = (ids: readonly string[]) =>
  db()
    .select({
      id: roundPapers.versionId,
      paperId: roundPapers.paperId,
      roundId: rounds.id,
      by: rounds.createdBy,
    })
    .from(roundPapers)
    .innerJoin(rounds, eq(rounds.id, roundPapers.roundId))
    .where(inArray(roundPapers.paperId, [...ids]))
    .orderBy(desc(rounds.createdAt), desc(rounds.id))

/**
 * The words of a paper: of a sent version, or as it stands; of a finished PDF those that were read when it was brought. Read
 * one by one, and only where they are wanted: a list of a thousand is never in memory at once.
 */
async function wordsOfPaper(paper: { id: string; file: string | null }, version: string | null): Promise<string[]> {
  if (paper.file) return (await keptText(paper.file)).map((page) => page.pieces.map((piece) => piece.text).join(' '))
  const [row] = version
    ? await db().select({ document: paperVersions.document }).from(paperVersions).where(eq(paperVersions.id, version))
    : await db().select({ document: papers.document }).from(papers).where(eq(papers.id, paper.id))
  return row ? linesOfPaper(row.document) : []
}
