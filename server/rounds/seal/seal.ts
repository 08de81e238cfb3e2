import { and, eq } from 'drizzle-orm'
import { agreedFor, chainOf, roundState } from '../../chain/state'
import { type RoundPaper, papersOf } from '../../chain/papers'
import { SYSTEM, record } from '../../chain/record'
import type { Person, Round } from '../../chain/round'
import { type ChainedEvent, brokenAt } from '../../../core/evidence/chain'
import { type GivenMark, type Marking, marksOf, recordMarks } from '../../../core/evidence/marks'
import { signingRecord, utc } from '../../../core/evidence/record'
import { happenedIn, recordLanguage, recordedPerson } from '../../../core/evidence/recorded'
import { changes, figuresFor, restate } from '../../../core/layout/restate'
import type { ScanPage } from '../../../core/pdf/seal'
import type { Agreed } from '../../../core/rounds/agreed'
import { sealInWorker } from '../../files/pool'
import type { SealAnswer } from '../../files/worker/index'
import { getBlob, putBlob } from '../../platform/blobs'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { jobs, roundPapers, roundPeople, rounds } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { theBusiness } from '../../records/business'
import { titlesOf } from '../../../shared/papers'
import { WORDS, recordSays } from '../../../shared/words/says'
import { touch } from '../../standing/touch'
import { note } from '../../standing/thread'
import { sealingKey } from './key'
import { type Stamped, stamped } from './stamp'

/** Everything the sealed copies of one round are made from. */
interface Sealing extends Omit<Marking, 'paperLanguage'> {
  round: Round
  jobTitle: string
  people: Person[]
  events: ChainedEvent[]
  language: ReturnType<typeof recordLanguage>
  business: { legalName: string }
  at: string
}

/** Reads what a round's sealed copies are made from; throws when its chain doesn't hold. */
async function loadSealing(roundId: string, agreed: Agreed<GivenMark>): Promise<Sealing> {
  const [round] = await db().select().from(rounds).where(eq(rounds.id, roundId))
  const [job] = await db().select({ title: jobs.title }).from(jobs).where(eq(jobs.id, round!.jobId))
  const people = await db().select().from(roundPeople).where(eq(roundPeople.roundId, roundId))
  const business = await theBusiness()
  const events = await chainOf(roundId)
  const broken = brokenAt(events)
  if (broken) throw new Error(`The round's chain is broken at event ${broken.seq}: ${broken.reason}`)
  const language = recordLanguage(events)
  return {
    round: round!,
    jobTitle: job!.title,
    people,
    events,
    agreed,
    language,
    business,
    nameOf: (id) => people.find((p) => p.id === id)?.name ?? '',
    say: recordSays(language),
    timeZone: business.timeZone,
    pictures: await picturesIn(agreed),
    at: now(),
  }
}

/** One paper of a round, sealed: its pages as they were sent, what everybody put on them, and the signing record. */
async function sealPaper({ version, paper }: RoundPaper, about: Sealing): Promise<SealAnswer> {
  const { agreed, events, say, nameOf, language, at } = about
  const people = about.people.filter((p) => p.how.papers === null || p.how.papers.includes(paper.id))
  const marking: Marking = { ...about, paperLanguage: version.document.language }
  const figures = version.figures && figuresFor(version.figures, agreed.choices)
  const restated =
    figures && !paper.marked && changes(version.figures!, figures)
      ? { document: restate(version.document, figures), figures: { ...figures, accepted: true } }
      : null
  return sealInWorker({
    sent: await getBlob(version.pdfSha),
    foreign: !!paper.marked,
    marks: people.flatMap((p) => marksOf(p, version.fields, figures, marking)),
    ...(restated ? { restated } : {}),
    scans: await scansIn(people, marking),
    recordMarks: recordMarks(people, marking),
    title: version.document.title,
    language: version.document.language,
    author: about.business.legalName,
    at,
    reason: `All have signed; sealed ${utc(at)}`,
    key: await sealingKey(),
    record: signingRecord({
      words: WORDS[language].record,
      sheet: version.document.paper,
      paper: paper.title,
      job: about.jobTitle,
      business: about.business.legalName,
      language,
      round: about.round.id,
      sentSha: version.pdfSha,
      pages: version.pages,
      lastHash: events.at(-1)!.hash,
      people: people.map((p) => recordedPerson(p, version, about)),
      events: happenedIn(events, nameOf, say),
    }),
  })
}

/** Seals a round that everybody has signed, each of its papers, once in effect, and sends each person their copies. */
export async function sealRound(roundId: string): Promise<void> {
  const agreed = await agreedFor(roundId)
  if (agreed.state.status !== 'signed' || agreed.state.sealed) return
  const about = await loadSealing(roundId, agreed)
  const list = await papersOf(roundId)
  const signedAt = about.events.findLast((e) => e.type === 'signed' || e.type === 'on-paper')?.at ?? about.at
  const copies: Copy[] = []
  for (const each of list) {
    const answer = await sealPaper(each, about)
    if ('unproved' in answer) return tellUnproved(about.round, each.paper, answer.unproved)
    const { sealed, stamp, why } = await stamped(answer.sealed, answer.signature, signedAt)
    copies.push({ paper: each, sha256: await putBlob(sealed, 'application/pdf'), stamp, why })
  }
  await keepSealed(about, copies)
}

/** The sealed copy of one paper, as it is kept. */
interface Copy extends Pick<Stamped, 'stamp' | 'why'> {
  paper: RoundPaper
  sha256: string
}

/** Puts the seals into the chain, and sends everybody their copies, unless another process was first. */
async function keepSealed({ round, people, agreed }: Sealing, copies: readonly Copy[]): Promise<void> {
  await write(async (tx) => {
    if ((await roundState(round.id)).sealed) return
    const papers = copies.map((c) => c.paper.paper)
    const { sha256, stamp } = copies[0]!
    await record(
      round.id,
      SYSTEM,
      { type: 'sealed', sha256 },
      {
        ...(stamp ? { stamp: { ...stamp } } : {}),
        ...(copies.length > 1 ? { papers: copies.map((c) => ({ paper: c.paper.paper.title, sha256: c.sha256 })) } : {}),
      },
    )
    await enqueue('heads.ended', `heads:${round.id}:sealed`, { roundId: round.id })
    await tx.update(rounds).set({ sealedSha: sha256 }).where(eq(rounds.id, round.id))
    for (const c of copies)
      await tx
        .update(roundPapers)
        .set({ sealedSha: c.sha256 })
        .where(and(eq(roundPapers.roundId, round.id), eq(roundPapers.position, c.paper.position)))
    const why = copies.find((c) => c.why)?.why
    await note({
      jobId: round.jobId,
      type: 'sealed',
      words: `${titlesOf(papers)} sealed`,
      detail: [
        'Everyone gets the sealed copy.',
        stamp && `Its time is stamped by ${stamp.by}.`,
        why && `It has no time stamp: ${why}`,
      ]
        .filter(Boolean)
        .join(' '),
      state: 'settled',
      paperId: papers[0]!.id,
    })
    const gone = new Set(agreed.state.people.filter((p) => p.status === 'replaced').map((p) => p.id))
    for (const p of people)
      if (p.email && p.how.copy !== 'none' && !gone.has(p.id))
        await enqueue('mail.copy', `copy:${p.id}`, { personId: p.id })
    touch(round.jobId, { papers: papers.map((p) => p.id), round: round.id })
  })
}

/** The pages of scans of what was signed by hand. */
async function scansIn(
  people: readonly Person[],
  { agreed, say }: Pick<Marking, 'agreed' | 'say'>,
): Promise<ScanPage[]> {
  const out: ScanPage[] = []
  for (const p of people) {
    const onPaper = agreed.given.get(p.id)?.onPaper
    for (const sha of onPaper?.pages ?? [])
      out.push({ picture: await getBlob(sha), caption: say('scanOf', { name: p.name, day: onPaper!.day }) })
  }
  return out
}

/** What was signed can't be shown as it was signed: nothing is sealed, and the owner is told what to do. */
async function tellUnproved(round: typeof rounds.$inferSelect, paper: RoundPaper['paper'], why: string): Promise<void> {
  const words = `${paper.title} could not be sealed`
  const detail = `${why} Everything that was given is kept. Print the file to a new PDF, put it in the place of this one and have it signed again.`
  await write(async () => {
    await note({
      jobId: round.jobId,
      type: 'unproved',
      words,
      detail,
      state: 'trouble',
      paperId: paper.id,
      notable: true,
    })
    await enqueue('mail.owner', `unproved:${round.id}`, {
      about: 'trouble',
      jobId: round.jobId,
      subject: words,
      words: detail,
    })
  })
}

/** The pictures of signatures that stand, by their hash. */
async function picturesIn(agreed: Agreed<GivenMark>): Promise<Map<string, Uint8Array>> {
  const pictures: Map<string, Uint8Array> = new Map()
  for (const { signature, initials, marks } of agreed.given.values())
    for (const mark of [signature, initials, ...Object.values(marks)])
      if (mark?.kind === 'image' && !pictures.has(mark.sha)) pictures.set(mark.sha, await getBlob(mark.sha))
  return pictures
}
