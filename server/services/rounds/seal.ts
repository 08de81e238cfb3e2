import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm'
import { dayOf, formatDayLong } from '../../../core/calendar/dates'
import { type ChainedEvent, brokenAt } from '../../../core/evidence/chain'
import { type RecordEvent, type RecordPerson, deviceWords, signingRecord, utc } from '../../../core/evidence/record'
import { formatDate } from '../../../core/merge/merge'
import { totalText } from '../../../core/layout/expand'
import type { Mark, PlacedMark } from '../../../core/pdf/marks'
import type { PlacedField } from '../../../core/layout/types'
import { applyChoices, price } from '../../../core/pricing/pricing'
import { titlesOf } from '../../../shared/papers'
import { type SignatureMark, type SignerDraft, attachmentName } from '../../../shared/signing'
import type { Language } from '../../../core/rounds/plan'
import { fill } from '../../../shared/words'
import { RECORD_WORDS, type RecordWords } from '../../../shared/words/record'
import { getBlob, putBlob } from '../../blobs'
import { now } from '../../clock'
import { decrypt, encrypt } from '../../crypt'
import { db, write } from '../../db/client'
import {
  jobs,
  type paperVersions,
  papers,
  roundEvents,
  roundPapers,
  roundPeople,
  rounds,
  sealingKeys,
} from '../../db/schema'
import { newId } from '../../ids'
import { enqueue } from '../../jobs/outbox'
import { makeKeyInWorker, sealInWorker } from '../../render/pool'
import type { SigningKey } from '../../../core/evidence/certificate'
import { theBusiness } from '../business'
import { note } from '../happenings'
import { projectJob } from '../jobs/project'
import type { PersonState } from '../../../core/rounds/rounds'
import { type RoundPaper, papersOf } from './papers'
import { SYSTEM, record } from './record'
import { roundState } from './state'

type SignedData = Pick<SignerDraft, 'values' | 'taken' | 'quantities' | 'signature'> &
  Partial<Pick<SignerDraft, 'initials' | 'marks'>> & {
    person: string
    consent: { words: string; further?: string }
    channel: string
  }
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
function dayText(day: string, { field, w }: PlacedField): string {
  if (field.format?.kind === 'day-order') return formatDate(day, field.format.order)
  return w < 70 ? formatDate(day, 'dmy') : formatDayLong(day)
}

function markFor(
  at: PlacedField,
  signed: SignedData,
  signedAt: string,
  timeZone: string,
  figures: (typeof paperVersions.$inferSelect)['figures'],
  pictures: Pictures,
): Mark | null {
  const { field } = at
  const value = signed.values[field.key]
  const drawn = (mark: SignatureMark | null | undefined): Mark | null => {
    if (!mark) return null
    if (mark.kind !== 'image') return { kind: 'signature', signature: mark }
    return { kind: 'signature', signature: { ...mark, png: pictures.get(mark.sha)! } }
  }
  switch (field.type) {
    case 'signature':
      return drawn(signed.marks?.[field.key] ?? signed.signature)
    case 'initials': {
      const mark = drawn(signed.marks?.[field.key] ?? signed.initials)
      if (mark) return mark
      return typeof value === 'string' && value.trim() ? { kind: 'text', text: value.trim() } : null
    }
    case 'date':
      return { kind: 'text', text: dayText(dayOf(signedAt, timeZone), at) }
    case 'day':
      return typeof value === 'string' && value ? { kind: 'text', text: dayText(value, at) } : null
    case 'attachment':
      return typeof value === 'string' && value ? { kind: 'text', text: attachmentName(value) } : null
    case 'tick':
      return value === true ? { kind: 'tick' } : null
    case 'take': {
      const line = figures?.pricing.lines.find((l) => l.key === field.line)
      return (signed.taken[field.line!] ?? line?.chosen) ? { kind: 'tick' } : null
    }
    case 'quantity': {
      const line = figures?.pricing.lines.find((l) => l.key === field.line)
      const quantity = signed.quantities[field.line!] ?? line?.quantity
      return quantity ? { kind: 'text', text: quantity } : null
    }
    case 'agreed-total':
      return figures
        ? {
            kind: 'text',
            text: totalText(
              price({ ...figures.pricing, lines: applyChoices(figures.pricing.lines, signed).lines }),
              figures.currency,
            ),
          }
        : null
    default:
      return typeof value === 'string' && value.trim()
        ? { kind: 'text', text: value.trim(), ...(at.size ? { size: at.size } : {}) }
        : null
  }
}

function words(e: ChainedEvent, nameOf: (id: unknown) => string, say: RecordSays): string {
  const data = e.data as Record<string, unknown>
  const by = data.by as { name?: string } | undefined
  const text = (v: unknown, most = 100) => String(v ?? '').slice(0, most)
  const about = { name: nameOf(data.person), new: text(by?.name), address: text(data.address, 80) }
  switch (e.type) {
    case 'sent': {
      const checks = (data.checks as { type: string; name: string }[] | undefined) ?? []
      const names = checks.filter((c) => c.type === 'passed').map((c) => c.name)
      const subject = text(data.subject)
      return names.length
        ? say('eSentChecked', { subject, names: names.join(` ${say('and')} `) })
        : say('eSent', { subject })
    }
    case 'delivered':
      return say('eDelivered', about)
    case 'bounced':
      return say('eBounced', { ...about, reason: text(data.reason) })
    case 'proved':
      return say('eProved', { how: text(data.how) })
    case 'proof-failed':
      return say('eProofFailed', { how: text(data.how) })
    case 'closed':
      return say('eClosed')
    case 'reopened':
      return say('eReopened', about)
    case 'corrected':
      return say('eCorrected', about)
    case 'replaced':
      return say('eReplaced', about)
    case 'passed-on':
      return say('ePassedOn', about)
    case 'reordered':
      return say('eReordered')
    case 'added':
      return say('eAdded', about)
    case 'copied':
      return say('eCopied', about)
    case 'paused':
      return say('ePaused')
    case 'resumed':
      return say('eResumed')
    case 'extended':
      return data.lapsesAt ? say('eExtended', { at: utc(text(data.lapsesAt)) }) : say('eNoDeadline')
    case 'revised':
      return say('eRevised', { why: text(data.why) || '–' })
    case 'on-paper':
      return say('eOnPaper', { ...about, day: text(data.day), scan: text(data.scan, 64) })
    case 'answered':
      return say('eAnswered', about)
    case 'asked':
      return data.address ? say('eAsked', { ...about, channel: channelIn(say, data.channel) }) : say('eAskedInPerson')
    case 'opened':
      return say('eOpened')
    case 'signed': {
      const channel = channelIn(say, data.channel)
      return data.host ? say('eSignedHosted', { channel, host: text(data.host) }) : say('eSigned', { channel })
    }
    case 'shown':
      return say('eShown', { ...about, to: text(data.to) })
    case 'nudged':
      return say('eNudged', about)
    case 'question':
      return say('eQuestion')
    default:
      return e.type
  }
}

type RecordSays = (key: keyof RecordWords, args?: Record<string, string>) => string
const saysIn =
  (language: Language): RecordSays =>
  (key, args) =>
    fill(RECORD_WORDS[language][key], args)

/** A way somebody was reached, or signed, as the chain has it in English, in the record's language. */
function channelIn(say: RecordSays, channel: unknown): string {
  const one = (c: string) => (Object.hasOwn(RECORD_WORDS.en, c) ? say(c as keyof RecordWords) : c)
  return String(channel ?? '')
    .split(' and ')
    .map(one)
    .join(` ${say('and')} `)
}

/** The language the record is written in: that of whoever signed from outside, where it is one for all; English otherwise. */
function recordLanguage(events: readonly ChainedEvent[]): Language {
  const used = new Set(
    events
      .filter((e) => e.type === 'signed' && (e.actor as { kind?: string }).kind === 'person')
      .map((e) => (e.data as { language?: Language }).language ?? 'en'),
  )
  return used.size === 1 ? [...used][0]! : 'en'
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

/** What one person put on one paper of the round, for its marks and its record. */
interface Given {
  marks: PlacedMark[]
  person: RecordPerson
}
interface Sealing {
  say: RecordSays
  events: ChainedEvent[]
  timeZone: string
  pictures: Pictures
}

function givenBy(
  p: typeof roundPeople.$inferSelect,
  state: PersonState,
  { version }: RoundPaper,
  { events, timeZone, pictures, say }: Sealing,
): Given {
  const about = (type: string) =>
    events.findLast((e) => e.type === type && (e.data as { person?: string }).person === p.id)
  const event = about('signed')
  const data = event?.data as unknown as SignedData | undefined
  const marks: PlacedMark[] = []
  const given: RecordPerson['given'] = []
  if (data) {
    for (const at of version.fields)
      if (at.field.party === p.party) {
        const mark = markFor(at, data, event!.at, timeZone, version.figures, pictures)
        if (mark) marks.push({ at, mark })
      }
    const here = new Set(version.fields.map((at) => at.field.key))
    for (const f of p.fields) {
      // A witness's own statement stands on no paper, only in the record.
      const value = here.has(f.key) || p.part === 'witness' ? data.values[f.key] : undefined
      if (value !== undefined && value !== '')
        given.push({ label: f.label, value: value === true ? say('yes') : value === false ? say('no') : value })
    }
    for (const l of version.figures?.open ? version.figures.pricing.lines : []) {
      if (Object.hasOwn(data.taken, l.key))
        given.push({ label: l.description, value: data.taken[l.key] ? 'taken' : 'left out' })
      if (Object.hasOwn(data.quantities, l.key))
        given.push({ label: `${l.description}, quantity`, value: `${data.quantities[l.key]} ${l.unit}`.trim() })
    }
  }
  const onPaper = state.onPaper ? (about('on-paper')?.data as { day: string; says: string } | undefined) : undefined
  const proved = about('proved')?.data as { how?: string } | undefined
  const asked = about('asked')?.data as { channel?: string; address?: string } | undefined
  const reached = asked?.address
    ? say('reached', { channel: channelIn(say, asked.channel), address: asked.address })
    : say('askedInPerson')
  const PART = { sign: say('signs'), witness: say('witnesses'), copy: say('getsCopy') }
  return {
    marks,
    person: {
      name: p.name,
      part: state.status === 'replaced' ? say('wasReplaced') : PART[p.part],
      reached: onPaper
        ? say('onPaper', { day: onPaper.day, name: onPaper.says })
        : `${reached}${proved?.how ? `. ${say('provedBy', { how: proved.how })}` : ''}`,
      signedAt: event?.at ?? null,
      consent: data ? [data.consent.words, data.consent.further].filter(Boolean).join(' ') : null,
      given,
    },
  }
}

/** Seals a round that everybody has signed, each of its papers, once in effect, and sends each person their copies. */
export async function sealRound(roundId: string): Promise<void> {
  const state = await roundState(roundId)
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
  const pictures = await picturesIn(events)
  const language = recordLanguage(events)
  const say = saysIn(language)
  const happened: RecordEvent[] = events.map((e) => {
    const actor = e.actor as unknown as { name: string; ip: string; device: string; kind: string }
    const about = (e.data as { person?: unknown }).person
    const isAbout = ['asked', 'nudged', 'delivered', 'bounced', 'closed'].includes(e.type)
    return {
      at: e.at,
      who: isAbout ? nameOf(about) : actor.name,
      what: words(e, nameOf, say),
      ip: isAbout ? '' : actor.ip,
      device: isAbout || !actor.device ? '' : deviceWords(actor.device),
    }
  })
  const at = now()
  const shas = new Map<string, string>()
  for (const each of list) {
    const { version, paper } = each
    const concerned = people.filter((p) => p.how.papers === null || p.how.papers.includes(paper.id))
    const given = concerned.map((p) =>
      givenBy(
        p,
        state.people.find((x) => x.id === p.id)!,
        each,
        { events, timeZone: business.timeZone, pictures, say },
      ),
    )
    const sealed = await sealInWorker({
      sent: await getBlob(version.pdfSha),
      marks: given.flatMap((g) => g.marks),
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
        people: given.map((g) => g.person),
        events: happened,
      }),
    })
    shas.set(paper.id, await putBlob(sealed, 'application/pdf'))
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

/** The pictures of signatures that were given, by their hash. */
async function picturesIn(events: readonly ChainedEvent[]): Promise<Pictures> {
  const pictures: Pictures = new Map()
  for (const e of events) {
    if (e.type !== 'signed') continue
    const { signature, initials, marks } = e.data as unknown as SignedData
    for (const mark of [signature, initials, ...Object.values(marks ?? {})])
      if (mark?.kind === 'image' && !pictures.has(mark.sha)) pictures.set(mark.sha, await getBlob(mark.sha))
  }
  return pictures
}
