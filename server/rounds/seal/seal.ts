import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm'
import { dayOf } from '../../../core/calendar/dates'
import { type ChainedEvent, brokenAt } from '../../../core/evidence/chain'
import { type RecordEvent, type RecordPerson, deviceWords, signingRecord, utc } from '../../../core/evidence/record'
import { formatDate } from '../../../core/merge/merge'
import { type PaperFigures, totalText } from '../../../core/layout/expand'
import { changes, figuresFor, restate } from '../../../core/layout/restate'
import type { Mark, PlacedMark } from '../../../core/pdf/marks'
import type { ScanPage } from '../../../core/pdf/seal'
import type { PlacedField } from '../../../core/layout/types'
import { type Agreed, type StandingGiven, markIn, valueIn } from '../../../core/rounds/agreed'
import { titlesOf } from '../../../shared/papers'
import { type SignatureMark, attachmentName } from '../../../shared/signing'
import type { Language } from '../../../core/rounds/plan'
import { RECORD_WORDS } from '../../../shared/words/record'
import { getBlob, putBlob } from '../../platform/blobs'
import { now } from '../../platform/clock'
import { decrypt, encrypt } from '../../platform/crypt'
import { db, write } from '../../platform/db/client'
import { jobs, papers, roundEvents, roundPapers, roundPeople, rounds, sealingKeys } from '../../platform/db/schema'
import { newId } from '../../platform/ids'
import { enqueue } from '../../queue/outbox'
import { makeKeyInWorker, sealInWorker } from '../../files/pool'
import type { SigningKey } from '../../../core/evidence/certificate'
import { theBusiness } from '../../records/business'
import { note } from '../../standing/thread'
import { projectJob } from '../../standing/project'
import { type RoundPaper, papersOf } from '../../chain/papers'
import { type RecordSays, askedWords, channelIn, happenedWords, recordLanguage, recordSays } from './recorded'
import { SYSTEM, record } from '../../chain/record'
import { agreedFor, roundState } from '../../chain/state'

type Given = StandingGiven<SignatureMark>
/** Pictures of signatures by their hash, read before anything is drawn. */
type Pictures = Map<string, Uint8Array>

/** The key papers are sealed with; made, and kept encrypted, when there is none yet. */
export async function sealingKey(): Promise<SigningKey & { id: string }> {
  const read = async () => (await db().select().from(sealingKeys).orderBy(desc(sealingKeys.createdAt)).limit(1))[0]
  let row = await read()
  if (!row) {
    const made = await makeKeyInWorker((await theBusiness()).legalName, now())
    const fresh = {
      id: newId(),
      encrypted: encrypt(made.privateKey, 'sealing key'),
      certificate: Buffer.from(made.certificate).toString('base64'),
      createdAt: now(),
    }
    row = await write(async (tx) => {
      const other = await read()
      if (!other) await tx.insert(sealingKeys).values(fresh)
      return other ?? fresh
    })
  }
  return {
    id: row.id,
    privateKey: new Uint8Array(decrypt(row.encrypted, 'sealing key')),
    certificate: new Uint8Array(Buffer.from(row.certificate, 'base64')),
  }
}

/** A round's events as they were hashed. */
export async function chainOf(roundId: string): Promise<ChainedEvent[]> {
  const rows = await db()
    .select()
    .from(roundEvents)
    .where(eq(roundEvents.roundId, roundId))
    .orderBy(asc(roundEvents.seq))
  return rows.map(({ roundId: round, ...e }) => ({ round, ...e }))
}

/** A day as its place wants it: in words, or in figures where they fit better. */
function dayText(day: string, { field, w }: PlacedField, language: string): string {
  if (field.format?.kind === 'day-order') return formatDate(day, field.format.order, language)
  return formatDate(day, w < 70 ? 'dmy' : 'long', language)
}

/** What is visible of a text: marks of direction and joiners alone show nothing. */
const seenOf = (text: string): string => (/[^\p{C}\p{Z}\u115f\u1160\u3164\uffa0\u2800]/u.test(text) ? text.trim() : '')

function markFor(at: PlacedField, given: Given, about: Sealing, figures: PaperFigures | null): Mark | null {
  const { field } = at
  const { onPaper } = given
  const value = valueIn(given, field)
  const text = typeof value === 'string' ? seenOf(value) : ''
  const mark = markIn(given, field)
  if (mark?.kind === 'image') return { kind: 'signature', signature: { ...mark, png: about.pictures.get(mark.sha)! } }
  if (mark) return { kind: 'signature', signature: mark }
  const line = figures?.pricing.lines.find((l) => l.key === field.line)
  switch (field.type) {
    case 'signature':
      return onPaper ? { kind: 'text', text: about.say('signedByHand', { day: onPaper.day }) } : null
    case 'name':
      return text || onPaper ? { kind: 'text', text: text || about.nameOf(given.person) } : null
    case 'initials':
      return text ? { kind: 'text', text } : null
    case 'date':
      return { kind: 'text', text: dayText(onPaper?.day ?? dayOf(given.at, about.timeZone), at, about.paperLanguage) }
    case 'day':
      return text ? { kind: 'text', text: dayText(text, at, about.paperLanguage) } : null
    case 'attachment':
      return text ? { kind: 'text', text: attachmentName(text) } : null
    case 'tick':
      return value === true ? { kind: 'tick' } : null
    case 'take':
      return line?.chosen ? { kind: 'tick' } : null
    case 'quantity':
      return line ? { kind: 'text', text: line.quantity } : null
    case 'agreed-total':
      return figures ? { kind: 'text', text: totalText(figures.priced, figures.currency, about.paperLanguage) } : null
    default:
      return text ? { kind: 'text', text, ...(at.size ? { size: at.size } : {}) } : null
  }
}

/** What a sealed copy is called: the paper's title, the job, `signed`, and the day the last person signed. */
export async function sealedName(roundId: string, paperId: string): Promise<string> {
  const [row] = await db()
    .select({ title: papers.title, job: jobs.title, at: sql<string>`max(${roundEvents.at})` })
    .from(roundEvents)
    .innerJoin(papers, eq(papers.id, paperId))
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .where(and(eq(roundEvents.roundId, roundId), inArray(roundEvents.type, ['signed', 'on-paper'])))
  const name = `${`${row!.title}, ${row!.job}`.slice(0, 90)}, signed ${dayOf(row!.at, (await theBusiness()).timeZone)}`
  return (
    name
      .replace(/[^\p{L}\p{N} ,.()-]+/gu, ' ')
      .replace(/\s+/g, ' ')
      .trim() + '.pdf'
  )
}

interface Sealing {
  nameOf(person: unknown): string
  say: RecordSays
  language: Language
  paperLanguage: string
  events: readonly ChainedEvent[]
  agreed: Agreed<SignatureMark>
  timeZone: string
  pictures: Pictures
}
type Person = typeof roundPeople.$inferSelect

/** What one person put on one paper, at its places; nothing of whoever has been replaced or has to sign again. */
function marksOf(p: Person, { version }: RoundPaper, figures: PaperFigures | null, about: Sealing): PlacedMark[] {
  const given = about.agreed.given.get(p.id)
  if (!given) return []
  return version.fields.flatMap((at) => {
    const mark = at.field.party === p.party ? markFor(at, given, about, figures) : null
    return mark ? [{ at, mark }] : []
  })
}

/** The key of the place in the record where a signature stands that has none on the paper. */
const recordPlace = (person: string) => `record-${person}`

/** One person as the record of one paper has them. */
function recordedPerson(p: Person, { version }: RoundPaper, about: Sealing): RecordPerson {
  const { agreed, events, say } = about
  const state = agreed.state.people.find((x) => x.id === p.id)!
  const given = agreed.given.get(p.id)
  const last = (type: string) =>
    events.findLast((e) => e.type === type && (e.data as { person?: string }).person === p.id)?.data as
      Record<string, string> | undefined
  const answers: RecordPerson['given'] = []
  const here = new Set(version.fields.map((at) => at.field.key))
  for (const f of given ? p.fields : []) {
    // A witness's own statement stands on no paper, only in the record.
    const value = here.has(f.key) || p.part === 'witness' ? valueIn(given!, f) : undefined
    if (value !== undefined && value !== '')
      answers.push({ label: f.label, value: value === true ? say('yes') : value === false ? say('no') : value })
  }
  for (const l of given && version.figures?.open ? version.figures.pricing.lines : []) {
    if (Object.hasOwn(given!.taken, l.key))
      answers.push({ label: l.description, value: say(given!.taken[l.key] ? 'taken' : 'leftOut') })
    if (Object.hasOwn(given!.quantities, l.key))
      answers.push({
        label: say('quantityOf', { line: l.description }),
        value: `${given!.quantities[l.key]} ${l.unit}`.trim(),
      })
  }
  const asked = last('asked')
  const how = last('proved')?.how
  const reached = asked?.address
    ? say('reached', { channel: channelIn(say, asked.channel), address: asked.address })
    : capital(askedWords(say, asked?.channel))
  const PART = { sign: say('signs'), witness: say('witnesses'), copy: say('getsCopy') }
  return {
    name: p.name,
    part: state.status === 'replaced' ? say('wasReplaced') : PART[p.part],
    reached: given?.onPaper
      ? say('onPaper', { day: given.onPaper.day, name: given.onPaper.says })
      : `${reached}${how ? `. ${say('provedBy', { how })}` : ''}`,
    signedAt: given && !given.onPaper ? given.at : null,
    consent: given?.consent ? [given.consent.words, given.consent.further].filter(Boolean).join(' ') : null,
    given: answers,
    ...(given?.signature && !version.fields.some((f) => f.field.party === p.party && f.field.type === 'signature')
      ? { signature: recordPlace(p.id) }
      : {}),
  }
}
const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)

/** Marks of those whose signature has no place on the paper: a witness's stands where the record names them. */
function recordMarks(people: readonly Person[], { agreed, pictures }: Sealing): Record<string, Mark> {
  return Object.fromEntries(
    people.flatMap((p): [string, Mark][] => {
      const mark = agreed.given.get(p.id)?.signature
      if (!mark) return []
      const signature = mark.kind === 'image' ? { ...mark, png: pictures.get(mark.sha)! } : mark
      return [[recordPlace(p.id), { kind: 'signature', signature }]]
    }),
  )
}

/** The pages of scans of what was signed by hand. */
async function scansIn(people: readonly Person[], { agreed, say }: Sealing): Promise<ScanPage[]> {
  const out: ScanPage[] = []
  for (const p of people) {
    const onPaper = agreed.given.get(p.id)?.onPaper
    for (const sha of onPaper?.pages ?? [])
      out.push({ picture: await getBlob(sha), caption: say('scanOf', { name: p.name, day: onPaper!.day }) })
  }
  return out
}

/** Seals a round that everybody has signed, each of its papers, once in effect, and sends each person their copies. */
export async function sealRound(roundId: string): Promise<void> {
  const agreed = await agreedFor(roundId)
  const { state, choices } = agreed
  if (state.status !== 'signed' || state.sealed) return
  const [round] = await db().select().from(rounds).where(eq(rounds.id, roundId))
  const list = await papersOf(roundId)
  const [job] = await db().select({ title: jobs.title }).from(jobs).where(eq(jobs.id, round!.jobId))
  const people = await db().select().from(roundPeople).where(eq(roundPeople.roundId, roundId))
  const business = await theBusiness()
  const events = await chainOf(roundId)
  const broken = brokenAt(events)
  if (broken) throw new Error(`The round's chain is broken at event ${broken.seq}: ${broken.reason}`)
  const nameOf = (id: unknown) => people.find((p) => p.id === id)?.name ?? ''
  const language = recordLanguage(events)
  const say = recordSays(language)
  const about = {
    nameOf,
    say,
    language,
    events,
    agreed,
    timeZone: business.timeZone,
    pictures: await picturesIn(agreed),
  }
  const happened: RecordEvent[] = events.map((e) => {
    const actor = e.actor as unknown as { name: string; ip: string; device: string; kind: string }
    const concerns = (e.data as { person?: unknown }).person
    const isAbout = ['asked', 'nudged', 'delivered', 'bounced', 'closed'].includes(e.type)
    return {
      at: e.at,
      who: isAbout ? nameOf(concerns) : actor.name,
      what: happenedWords(e, nameOf, say),
      ip: isAbout ? '' : actor.ip,
      device: isAbout || !actor.device ? '' : deviceWords(actor.device),
    }
  })
  const at = now()
  const shas = new Map<string, string>()
  for (const each of list) {
    const { version, paper } = each
    const concerned = people.filter((p) => p.how.papers === null || p.how.papers.includes(paper.id))
    const sealing: Sealing = { ...about, paperLanguage: version.document.language }
    const figures = version.figures && figuresFor(version.figures, choices)
    const restated =
      figures && !paper.marked && changes(version.figures!, figures)
        ? { document: restate(version.document, figures), figures: { ...figures, accepted: true } }
        : null
    const answer = await sealInWorker({
      sent: await getBlob(version.pdfSha),
      foreign: !!paper.marked,
      marks: concerned.flatMap((p) => marksOf(p, each, figures, sealing)),
      ...(restated ? { restated } : {}),
      scans: await scansIn(concerned, sealing),
      recordMarks: recordMarks(concerned, sealing),
      title: version.document.title,
      language: version.document.language,
      author: business.legalName,
      at,
      reason: `All have signed; sealed ${utc(at)}`,
      key: await sealingKey(),
      record: signingRecord({
        words: RECORD_WORDS[language],
        paper: paper.title,
        job: job!.title,
        business: business.legalName,
        language,
        round: roundId,
        sentSha: version.pdfSha,
        pages: version.pages,
        lastHash: events.at(-1)!.hash,
        people: concerned.map((p) => recordedPerson(p, each, sealing)),
        events: happened,
      }),
    })
    if ('unproved' in answer) return tellUnproved(round!, paper, answer.unproved)
    shas.set(paper.id, await putBlob(answer.sealed, 'application/pdf'))
  }
  await write(async (tx) => {
    if ((await roundState(roundId)).sealed) return
    const [first] = list
    const sha256 = shas.get(first!.paper.id)!
    await record(
      roundId,
      SYSTEM,
      { type: 'sealed', sha256 },
      list.length > 1 ? { papers: list.map((p) => ({ paper: p.paper.title, sha256: shas.get(p.paper.id)! })) } : {},
    )
    await enqueue('heads.ended', `heads:${roundId}:sealed`, { roundId })
    await tx.update(rounds).set({ sealedSha: sha256 }).where(eq(rounds.id, roundId))
    for (const p of list)
      await tx
        .update(roundPapers)
        .set({ sealedSha: shas.get(p.paper.id)! })
        .where(and(eq(roundPapers.roundId, roundId), eq(roundPapers.position, p.position)))
    await note({
      jobId: round!.jobId,
      type: 'sealed',
      words: `${titlesOf(list.map((p) => p.paper))} sealed`,
      detail: 'Everyone gets the sealed copy.',
      mark: 'settled',
      paperId: first!.paper.id,
    })
    const gone = new Set(state.people.filter((p) => p.status === 'replaced').map((p) => p.id))
    for (const p of people)
      if (p.email && p.how.copy !== 'none' && !gone.has(p.id))
        await enqueue('mail.copy', `copy:${p.id}`, { personId: p.id })
    await projectJob(
      round!.jobId,
      list.map((p) => p.paper.id),
    )
  })
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
      mark: 'trouble',
      paperId: paper.id,
      notable: true,
    })
    await enqueue('mail.owner', `unproved:${round.id}`, { jobId: round.jobId, subject: words, words: detail })
  })
}

/** The pictures of signatures that stand, by their hash. */
async function picturesIn(agreed: Agreed<SignatureMark>): Promise<Pictures> {
  const pictures: Pictures = new Map()
  for (const { signature, initials, marks } of agreed.given.values())
    for (const mark of [signature, initials, ...Object.values(marks)])
      if (mark?.kind === 'image' && !pictures.has(mark.sha)) pictures.set(mark.sha, await getBlob(mark.sha))
  return pictures
}
