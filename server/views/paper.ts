import { newestChange } from '../standing/feed'
import { and, desc, eq, ne } from 'drizzle-orm'
import { type Amendment, amendmentKey, factChanged } from '../../core/amend/amend'
import { walkBlocks } from '../../core/document/walk'
import type { FieldSpec } from '../../core/document/field'
import { isTheirs } from '../../core/fields/check'
import type { Minor } from '../../core/money/money'
import { mayAct } from '../../core/rounds/rounds'
import type { AmendmentRow, PaperView } from '../../shared/papers'
import { messageValues } from '../../shared/rounds'
import { EMPTY_DRAFT } from '../../shared/draft'
import { deadlineIn, fill } from '../../shared/words'
import { ownWordsIn } from '../records/words'
import { roundWords } from '../../shared/words/says'
import { db } from '../platform/db/client'
import { paperVersions, papers, proofs, roundPeople, rounds } from '../platform/db/schema'
import { attachmentsOf } from './attachments'
import { basisOf, togetherWith } from '../rounds/prepare/basis'
import { correctionView } from './correction'
import { writeBackRows } from '../papers/write-back'
import { minutesOf } from '../messages/about'
import { isOrganisation } from '../records/contacts'
import { languageOf } from '../chain/language'
import { scansOf } from './scans'
import { questionsOf } from '../chain/questions'
import { papersOf, placeOf } from '../chain/papers'
import { latestRounds } from '../chain/state'
import { driftOf } from '../papers/drift'
import { type Prepared, preflightOf, preparePaper, sheetOf } from '../papers/prepare'
import { loadPaper } from '../records/paper'

/** Everything the paper's page and sending sheet show. */
export async function paperView(id: string, memberId: string): Promise<PaperView> {
  const asOf = await newestChange()
  const paper = await loadPaper(id)
  const prepared = await preparePaper(paper, false)
  const { loaded, merged } = prepared
  const { job, client, business } = loaded
  const sheet = await sheetOf(prepared)
  const live = (await latestRounds([id])).get(id)
  const [row] = live ? await db().select().from(rounds).where(eq(rounds.id, live.id)) : []
  const people = live ? await db().select().from(roundPeople).where(eq(roundPeople.roundId, live.id)) : []
  const able = new Set(live ? mayAct(live.state).map((p) => p.id) : [])
  const [place, beside, questions, scans] = live
    ? await Promise.all([placeOf(live.id, id), papersOf(live.id), questionsOf(live.id), scansOf(live.id)])
    : [undefined, [], [], new Map<string, string>()]
  const spent = live
    ? await db()
        .select({ personId: proofs.personId, spent: proofs.spent })
        .from(proofs)
        .innerJoin(roundPeople, eq(roundPeople.id, proofs.personId))
        .where(eq(roundPeople.roundId, live.id))
    : []
  const [version] = row
    ? await db()
        .select({ pages: paperVersions.pages, sha: paperVersions.pdfSha })
        .from(paperVersions)
        .where(eq(paperVersions.id, place!.versionId))
    : []
  // The words as whoever was asked first has got them.
  const asked = live?.state.people.find((p) => p.part !== 'copy')
  const first = people.find((p) => p.id === asked?.id)
  const language = first ? await languageOf(first) : 'en'
  const own = await ownWordsIn(language)
  const put = messageValues({
    language,
    organisation: await isOrganisation(first?.contactId ?? null),
    minutes: minutesOf(beside, first ?? { fields: [] }),
    name: asked?.name ?? '',
    papers: beside.map((p) => p.paper),
    job,
    today: loaded.today,
    deadline: live?.state.lapsesAt ? deadlineIn(language, live.state.lapsesAt, business.timeZone, loaded.today) : '',
    business: business.name,
  })
  return {
    id,
    asOf,
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
    round:
      live && row
        ? {
            id: live.id,
            subject: fill(roundWords(row.subject, 'mSubject', language, own), put),
            message: fill(roundWords(row.message, 'mMessage', language, own), put),
            sentAt: row.createdAt,
            lapsesAt: live.state.lapsesAt,
            status: live.state.status,
            paused: live.state.paused,
            reason: live.state.reason,
            sealed: !!place?.sealedSha,
            papers: beside.map((p) => ({ id: p.paper.id, title: p.paper.title })),
            people: live.state.people.map((p) => {
              const q = people.find((x) => x.id === p.id)!
              return {
                ...p,
                email: q.email,
                phone: q.how.phone,
                reach: q.how.reach,
                proof: q.how.proof.kind,
                member: !!q.memberId,
                ...filledBy(q),
                number: Math.max(1, merged.document.parties.findIndex((x) => x.key === p.party) + 1),
                questions: questions
                  .filter((x) => x.person === p.id)
                  .map(({ person: _person, ...question }) => question),
                scan: scans.get(p.id) ?? null,
                spent: spent.find((x) => x.personId === p.id)?.spent ?? (0 as Minor),
                may: able.has(p.id),
              }
            }),
            mine:
              live.state.people.find((p) => able.has(p.id) && people.find((x) => x.id === p.id)?.memberId === memberId)
                ?.id ?? null,
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
      own: { values: paper.own.values, presets: paper.own.presets, changes: paper.own.changes },
      templateId: paper.templateId,
      templateEdition: paper.templateEdition,
    },
    seen: await basisOf(await togetherWith(paper)),
    correction: await correctionView(paper, memberId),
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

/** How much of theirs somebody has filled so far. */
function filledBy(person: typeof roundPeople.$inferSelect): { filled: number; fields: number } {
  const theirs = person.fields.filter((f) => isTheirs(f, person.party) && f.required)
  const { values, signature, initials, marks } = { ...EMPTY_DRAFT, ...person.draft }
  const has = (f: FieldSpec) =>
    f.type === 'signature'
      ? !!(marks[f.key] ?? signature)
      : f.type === 'initials'
        ? !!(marks[f.key] ?? initials ?? values[f.key])
        : !!values[f.key]
  return { filled: theirs.filter(has).length, fields: theirs.length }
}
