import { and, asc, desc, eq, sql } from 'drizzle-orm'
import { dayOf, formatDayLong } from '../../../core/calendar/dates'
import { type ChainedEvent, brokenAt } from '../../../core/evidence/chain'
import { type RecordEvent, type RecordPerson, deviceWords, signingRecord, utc } from '../../../core/evidence/record'
import { formatDate } from '../../../core/merge/merge'
import { totalText } from '../../../core/layout/expand'
import type { Mark, PlacedMark } from '../../../core/pdf/marks'
import type { PlacedField } from '../../../core/layout/types'
import { applyChoices, price } from '../../../core/pricing/pricing'
import { type SignerDraft, attachmentName } from '../../../shared/signing'
import { getBlob, putBlob } from '../../blobs'
import { now } from '../../clock'
import { decrypt, encrypt } from '../../crypt'
import { db, write } from '../../db/client'
import { jobs, paperVersions, papers, roundEvents, roundPeople, rounds, sealingKeys } from '../../db/schema'
import { newId } from '../../ids'
import { enqueue } from '../../jobs/outbox'
import { makeKeyInWorker, sealInWorker } from '../../render/pool'
import type { SigningKey } from '../../../core/evidence/certificate'
import { theBusiness } from '../business'
import { note } from '../happenings'
import { projectJob } from '../jobs/project'
import { SYSTEM, record } from './record'
import { roundState } from './state'

type SignedData = Pick<SignerDraft, 'values' | 'taken' | 'quantities' | 'signature'> & {
  person: string
  consent: { words: string }
  channel: string
}

/** The key papers are sealed with; made, and kept encrypted, when there is none yet. */
export async function sealingKey(): Promise<SigningKey> {
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
): Mark | null {
  const { field } = at
  const value = signed.values[field.key]
  switch (field.type) {
    case 'signature':
      return signed.signature ? { kind: 'signature', signature: signed.signature } : null
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

function words(e: ChainedEvent): string {
  const data = e.data as Record<string, unknown>
  switch (e.type) {
    case 'sent':
      return `sent the paper: ${String(data.subject).slice(0, 100)}`
    case 'asked':
      return `asked ${data.channel === 'e-mail' ? `by e-mail at ${String(data.address).slice(0, 80)}` : 'in person'}`
    case 'opened':
      return 'opened it'
    case 'signed':
      return `agreed and signed, ${String(data.channel)}`
    case 'nudged':
      return `was reminded at ${String(data.address).slice(0, 80)}`
    case 'question':
      return 'asked a question'
    default:
      return e.type
  }
}

/** What a round's sealed copy is called: the paper's title, the job, `signed`, and the day the last person signed. */
export async function sealedName(round: typeof rounds.$inferSelect): Promise<string> {
  const [row] = await db()
    .select({ title: papers.title, job: jobs.title, at: sql<string>`max(${roundEvents.at})` })
    .from(roundEvents)
    .innerJoin(papers, eq(papers.id, round.paperId))
    .innerJoin(jobs, eq(jobs.id, round.jobId))
    .where(and(eq(roundEvents.roundId, round.id), eq(roundEvents.type, 'signed')))
  const name = `${`${row!.title}, ${row!.job}`.slice(0, 90)}, signed ${dayOf(row!.at, (await theBusiness()).timeZone)}`
  return (
    name
      .replace(/[^\p{L}\p{N} ,.()-]+/gu, ' ')
      .replace(/\s+/g, ' ')
      .trim() + '.pdf'
  )
}

/** Seals a round that everybody has signed, once in effect, and sends each the copy. */
export async function sealRound(roundId: string): Promise<void> {
  const state = await roundState(roundId)
  if (state.status !== 'signed') return
  const [round] = await db().select().from(rounds).where(eq(rounds.id, roundId))
  if (!state.sealed) {
    const [version] = await db().select().from(paperVersions).where(eq(paperVersions.id, round!.versionId))
    const [paper] = await db().select().from(papers).where(eq(papers.id, round!.paperId))
    const [job] = await db().select({ title: jobs.title }).from(jobs).where(eq(jobs.id, round!.jobId))
    const people = await db().select().from(roundPeople).where(eq(roundPeople.roundId, roundId))
    const business = await theBusiness()
    const events = await chainOf(roundId)
    const broken = brokenAt(events)
    if (broken) throw new Error(`The round's chain is broken at event ${broken.seq}: ${broken.reason}`)
    const nameOf = (id: unknown) => people.find((p) => p.id === id)?.name ?? ''
    const marks: PlacedMark[] = []
    const signers: RecordPerson[] = people.map((p) => {
      const event = events.find((e) => e.type === 'signed' && (e.data as unknown as SignedData).person === p.id)
      const data = event?.data as unknown as SignedData | undefined
      const given: RecordPerson['given'] = []
      if (data) {
        for (const at of version!.fields)
          if (at.field.party === p.party) {
            const mark = markFor(at, data, event!.at, business.timeZone, version!.figures)
            if (mark) marks.push({ at, mark })
          }
        for (const f of p.fields) {
          const value = data.values[f.key]
          if (value !== undefined && value !== '')
            given.push({ label: f.label, value: value === true ? 'yes' : value === false ? 'no' : value })
        }
        for (const l of version!.figures?.pricing.lines ?? []) {
          if (Object.hasOwn(data.taken, l.key))
            given.push({ label: l.description, value: data.taken[l.key] ? 'taken' : 'left out' })
          if (Object.hasOwn(data.quantities, l.key))
            given.push({ label: `${l.description}, quantity`, value: `${data.quantities[l.key]} ${l.unit}`.trim() })
        }
      }
      const asked = events.find((e) => e.type === 'asked' && (e.data as { person?: string }).person === p.id)?.data as
        { channel?: string; address?: string } | undefined
      return {
        name: p.name,
        part: 'signs',
        reached: asked?.channel === 'e-mail' ? `Reached by e-mail at ${asked.address}` : 'Asked in person',
        signedAt: event?.at ?? null,
        consent: data?.consent.words ?? null,
        given,
      }
    })
    const list: RecordEvent[] = events.map((e) => {
      const actor = e.actor as unknown as { name: string; ip: string; device: string }
      const about = (e.data as { person?: unknown }).person
      return {
        at: e.at,
        who: e.type === 'asked' || e.type === 'nudged' ? nameOf(about) : actor.name,
        what: words(e),
        ip: e.type === 'asked' ? '' : actor.ip,
        device: e.type === 'asked' || !actor.device ? '' : deviceWords(actor.device),
      }
    })
    const at = now()
    const sealed = await sealInWorker({
      sent: await getBlob(version!.pdfSha),
      marks,
      title: version!.document.title,
      language: version!.document.language,
      author: business.legalName,
      at,
      reason: `All have signed; sealed ${utc(at)}`,
      key: await sealingKey(),
      record: signingRecord({
        paper: paper!.title,
        job: job!.title,
        business: business.legalName,
        language: version!.document.language,
        round: roundId,
        sentSha: version!.pdfSha,
        pages: version!.pages,
        lastHash: events.at(-1)!.hash,
        people: signers,
        events: list,
      }),
    })
    const sha = await putBlob(sealed, 'application/pdf')
    await write(async (tx) => {
      if ((await roundState(roundId)).sealed) return
      await record(roundId, SYSTEM, { type: 'sealed', sha256: sha })
      await tx.update(rounds).set({ sealedSha: sha }).where(eq(rounds.id, roundId))
      await note({
        jobId: round!.jobId,
        type: 'sealed',
        words: `${paper!.title} sealed`,
        detail: 'Everyone gets the sealed copy.',
        mark: 'settled',
        paperId: paper!.id,
      })
      for (const p of people) if (p.email) await enqueue('mail.copy', `copy:${p.id}`, { personId: p.id })
      await projectJob(round!.jobId)
    })
  }
}
