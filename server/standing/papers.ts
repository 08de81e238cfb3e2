import { and, desc, eq, inArray, max, sql } from 'drizzle-orm'
import { linesOfPaper } from '../../core/document/lines'
import type { PaperDocument } from '../../core/document/model'
import { type LineFacts, paperSays } from '../../core/line/line'
import { searchable } from '../../shared/text'
import { latestRounds } from '../chain/state'
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
    .select()
    .from(papers)
    .where(and(eq(papers.jobId, loaded.job.id), ...(only ? [inArray(papers.id, [...only])] : [])))
  if (!rows.length) return
  const ids = rows.map((r) => r.id)
  const live = await latestRounds(ids)
  const roundIds = [...new Set([...live.values()].map((r) => r.id))]
  const [sent, people, last, kept] = await Promise.all([
    versionsOf(ids),
    roundIds.length ? db().select().from(roundPeople).where(inArray(roundPeople.roundId, roundIds)) : [],
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
    const round = live.get(paper.id)
    const version = sent.find((v) => v.paperId === paper.id)
    const says = paperSays(facts.papers.find((f) => f.id === paper.id) ?? { state: paper.state, move: null })
    const bound = paper.bindings.guest
    const guest = bound && 'contactId' in bound ? loaded.guests.find((g) => g.id === bound.contactId) : undefined
    const whose = guest?.name ?? loaded.client?.name ?? ''
    const own = people.filter((p) => p.roundId === round?.id)
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
      since: last.find((l) => l.id === round?.id)?.at ?? paper.createdAt,
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
      const words = (await wordsOfPaper(paper.marked?.sha ?? null, version?.document ?? paper.document))
        .join('\n')
        .slice(0, WORDS_MAX)
      await tx.run(sql`delete from paper_words where rowid = ${n}`)
      await tx.run(
        sql`insert into paper_words (rowid, title, people, words) values (${n}, ${paper.title}, ${[whose, ...others].join(', ')}, ${words})`,
      )
    })
  }
}

/** The version of each paper in its latest round, and who sent that. */
const versionsOf = (ids: readonly string[]) =>
  db()
    .select({
      id: roundPapers.versionId,
      paperId: roundPapers.paperId,
      by: rounds.createdBy,
      document: paperVersions.document,
    })
    .from(roundPapers)
    .innerJoin(rounds, eq(rounds.id, roundPapers.roundId))
    .innerJoin(paperVersions, eq(paperVersions.id, roundPapers.versionId))
    .where(inArray(roundPapers.paperId, [...ids]))
    .orderBy(desc(rounds.createdAt), desc(rounds.id))

/** The words of a paper; of a finished PDF those that were read when it was brought. */
async function wordsOfPaper(file: string | null, document: PaperDocument): Promise<string[]> {
  if (!file) return linesOfPaper(document)
  return (await keptText(file)).map((page) => page.pieces.map((piece) => piece.text).join(' '))
}
