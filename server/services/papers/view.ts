import { and, desc, eq, ne } from 'drizzle-orm'
import { type Amendment, amendmentKey, factChanged } from '../../../core/amend/amend'
import { addDays, formatDay, instantOf } from '../../../core/calendar/dates'
import { walkBlocks } from '../../../core/document/model'
import { openTurn } from '../../../core/rounds/rounds'
import type { AmendmentRow, PaperView } from '../../../shared/papers'
import { db } from '../../db/client'
import { paperVersions, papers, roundPeople, rounds } from '../../db/schema'
import { attachmentsOf } from '../rounds/attachments'
import { writeBackRows } from '../marking/data'
import { latestRounds } from '../rounds/state'
import { driftOf } from './drift'
import { type Prepared, loadPaper, preflightOf, preparePaper, sheetOf } from './prepare'

/** The deadline proposed: ten days on, but no later than the evening before the job. */
function suggestedDeadline(today: string, day: string | null, timeZone: string): string {
  const latest = day && day > addDays(today, 1) ? addDays(day, -1) : null
  const on = latest && latest < addDays(today, 10) ? latest : addDays(today, 10)
  return new Date(instantOf(`${on}T18:00`, timeZone)).toISOString()
}

/** Everything the paper's page and sending sheet show. */
export async function paperView(id: string, memberId: string): Promise<PaperView> {
  const paper = await loadPaper(id)
  const prepared = await preparePaper(paper, false)
  const { loaded, merged } = prepared
  const { job, client, business } = loaded
  const sheet = await sheetOf(prepared)
  const live = (await latestRounds([id])).get(id)
  const [row] = live ? await db().select().from(rounds).where(eq(rounds.id, live.id)) : []
  const people = live ? await db().select().from(roundPeople).where(eq(roundPeople.roundId, live.id)) : []
  const [version] = row
    ? await db()
        .select({ pages: paperVersions.pages, sha: paperVersions.pdfSha })
        .from(paperVersions)
        .where(eq(paperVersions.id, row.versionId))
    : []
  const lapsesAt = paper.kind === 'waiver' ? null : suggestedDeadline(loaded.today, job.day ?? null, business.timeZone)
  const turn = live ? openTurn(live.state) : null
  const toName = sheet.find((s) => !s.member)?.name ?? client?.name ?? ''
  const days = job.day ? ` for ${formatDay(job.day, loaded.today)}` : ''
  return {
    id,
    kind: paper.kind,
    title: paper.title,
    state: paper.state,
    jobId: job.id,
    jobTitle: job.title,
    clientName: client?.name ?? '',
    clientId: client?.id ?? null,
    jobVersion: job.version,
    timeZone: business.timeZone,
    gaps: paper.state === 'draft' ? merged.gaps : [],
    pages: version?.pages ?? null,
    versionSha: version?.sha ?? null,
    sheet,
    preflight: paper.state === 'draft' ? await preflightOf(prepared, sheet, null) : [],
    suggested: {
      subject: `Your ${paper.title.toLowerCase()}${days}`.slice(0, 280),
      message: `Hello ${toName.split(' ')[0]?.slice(0, 60) ?? ''},\n\nhere is the ${paper.title.toLowerCase()} for ${job.title.slice(0, 120)}. It takes about three minutes to read and sign, on a phone or a computer.\n\nIf anything is unclear, use “Ask a question” on the page.\n\n${business.name}`,
      lapsesAt,
    },
    round:
      live && row
        ? {
            id: live.id,
            subject: row.subject,
            message: row.message,
            sentAt: row.createdAt,
            lapsesAt: row.lapsesAt,
            status: live.state.status,
            reason: live.state.reason,
            sealed: !!row.sealedSha,
            people: live.state.people.map((p) => {
              const q = people.find((x) => x.id === p.id)!
              return { ...p, email: q.email, member: !!q.memberId }
            }),
            mine:
              live.state.people.find(
                (p) =>
                  p.turn === turn && p.status !== 'done' && people.find((x) => x.id === p.id)?.memberId === memberId,
              )?.id ?? null,
          }
        : null,
    today: loaded.today,
    written: {
      template: prepared.template,
      document: merged.document,
      figures: prepared.figures,
      context: prepared.context,
      base: paper.document,
      amendments: await amendmentRows(prepared),
      own: paper.own,
      templateId: paper.templateId,
      templateEdition: paper.templateEdition,
    },
    drift: await driftOf(paper),
    marked: !!paper.marked,
    enclosures: paper.own.enclosures ?? [],
    writeBack: await writeBackRows(id),
    attachments: await attachmentsOf(id),
  }
}

/** Copies of the same template looked at to see whether an amendment keeps coming back. */
const LOOKED_AT = 10

/** A paper's amendments, each with how often other copies have it, and the fact it may really be about. */
async function amendmentRows({ paper, context }: Prepared): Promise<AmendmentRow[]> {
  if (paper.amendments.length === 0) return []
  const others: Amendment[][] = paper.templateId
    ? (
        await db()
          .select({ amendments: papers.amendments })
          .from(papers)
          .where(and(eq(papers.templateId, paper.templateId), ne(papers.id, paper.id)))
          .orderBy(desc(papers.createdAt))
          .limit(LOOKED_AT)
      ).map((r) => r.amendments)
    : []
  const blocks = [...walkBlocks(paper.document.body)]
  return paper.amendments.map((a) => {
    const key = amendmentKey(a)
    const base = blocks.find((b) => b.id === a.block)
    const fact =
      a.kind === 'reword' && base && (base.t === 'paragraph' || base.t === 'heading')
        ? factChanged(base.content, a.content)
        : null
    const source = fact && context.values[fact.path]?.source
    return {
      ...a,
      again: { times: others.filter((list) => list.some((x) => amendmentKey(x) === key)).length, of: others.length },
      fact: fact && source?.fact ? { ...fact, label: source.label } : null,
    }
  })
}
