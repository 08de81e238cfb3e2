import { eq, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { fieldsOf } from '../../../core/document/model'
import { type RoundState, consequences } from '../../../core/rounds/rounds'
import { EMPTY_DRAFT } from '../../../shared/signing'
import type { sendPaper } from '../../../shared/papers'
import { putBlob } from '../../blobs'
import { now } from '../../clock'
import { db, write } from '../../db/client'
import { type Binding, paperVersions, papers, roundPeople, rounds } from '../../db/schema'
import { newId } from '../../ids'
import { enqueue } from '../../jobs/outbox'
import { Problem } from '../../problem'
import { note } from '../happenings'
import { projectJob } from '../jobs/project'
import { loadPaper, preflightOf, preparePaper, renderDraft, sheetOf } from '../papers/prepare'
import { whenOver } from './over'
import { type Actor, SYSTEM, record } from './record'
import { issueLink } from './links'

const memberOf = (b: Binding | undefined) => (b && 'memberId' in b ? b.memberId : null)
const contactOf = (b: Binding | undefined) => (b && 'contactId' in b ? b.contactId : null)

/**
 * Sends a paper: freezes what it says now (the exact PDF, its fields and figures), opens a round with its people in
 * their turns, and asks the first. Sent twice with one key, it goes out once.
 */
export async function sendRound(paperId: string, input: z.output<typeof sendPaper>, actor: Actor): Promise<string> {
  const roundId = `r${input.key}`
  const already = async () => {
    const [round] = await db().select({ paperId: rounds.paperId }).from(rounds).where(eq(rounds.id, roundId))
    if (round && round.paperId !== paperId) throw new Problem('conflict', 'This key was used for another paper.')
    return !!round
  }
  if (await already()) return roundId
  const paper = await loadPaper(paperId)
  if (paper.state !== 'draft') throw new Problem('not-now', 'This paper has been sent already.')
  const prepared = await preparePaper(paper)
  const { merged, loaded, figures } = prepared
  const sheet = await sheetOf(prepared)
  const fields = fieldsOf(merged.document)
  const rendered = await renderDraft(prepared)
  const notes = await preflightOf(prepared, sheet, input.lapsesAt, rendered.overflows)
  const stop = notes.find((n) => n.severity === 'stop')
  if (stop) throw new Problem('not-now', `${stop.words} Nothing was sent.`)
  if (input.lapsesAt && input.lapsesAt <= now())
    throw new Problem('invalid', 'The deadline has passed already.', { lapsesAt: 'Choose a later time.' })
  const pdfSha = await putBlob(rendered.pdf, 'application/pdf')

  return write(async (tx) => {
    if (await already()) return roundId
    const [now2] = await tx.select({ state: papers.state }).from(papers).where(eq(papers.id, paperId))
    if (now2?.state !== 'draft') throw new Problem('not-now', 'This paper has been sent already.')
    if (
      (
        await tx
          .select({ v: sql<number>`version` })
          .from(sql`jobs`)
          .where(sql`id = ${paper.jobId}`)
      )[0]?.v !== loaded.job.version
    )
      throw new Problem('stale', 'The job changed while this was being sent. Look at it once more, then send again.')
    const versionId = newId()
    const allFields = [
      ...fields,
      ...rendered.fields.map((f) => f.field).filter((f) => ['take', 'quantity', 'agreed-total'].includes(f.type)),
    ]
    await tx.insert(paperVersions).values({
      id: versionId,
      paperId,
      document: merged.document,
      figures,
      fields: rendered.fields,
      pages: rendered.pages,
      pdfSha,
      createdAt: now(),
    })
    await tx.insert(rounds).values({
      id: roundId,
      paperId,
      versionId,
      jobId: paper.jobId,
      subject: input.subject,
      message: input.message,
      lapsesAt: input.lapsesAt,
      createdAt: now(),
      createdBy: actor.kind === 'member' ? actor.id : null,
    })
    const people = sheet.map((s) => ({ ...s, id: newId() }))
    await tx.insert(roundPeople).values(
      people.map((p) => ({
        id: p.id,
        roundId,
        party: p.party,
        contactId: contactOf(paper.bindings[p.party]),
        memberId: memberOf(paper.bindings[p.party]),
        name: p.name,
        email: p.email,
        turn: p.turn,
        part: 'sign' as const,
        fields: allFields.filter((f) => f.party === p.party),
        draft: EMPTY_DRAFT,
      })),
    )
    await tx.update(papers).set({ state: 'out' }).where(eq(papers.id, paperId))
    const { before, after } = await record(
      roundId,
      actor,
      {
        type: 'sent',
        lapsesAt: input.lapsesAt,
        people: people.map((p) => ({ id: p.id, party: p.party, name: p.name, turn: p.turn, part: 'sign' })),
      },
      {
        paper: paper.title,
        sha256: pdfSha,
        pages: rendered.pages,
        subject: input.subject,
        ...(paper.own.enclosures?.length
          ? { enclosures: paper.own.enclosures.map((e) => ({ name: e.name, sha256: e.sha })) }
          : {}),
      },
    )
    if (input.lapsesAt) await enqueue('lapse', `lapse:${roundId}`, { roundId }, input.lapsesAt)
    const first = people.filter((p) => p.turn === 1)
    await note({
      jobId: paper.jobId,
      type: 'sent',
      words: `${paper.title} sent to ${first.map((p) => p.name.slice(0, 80)).join(' and ')}`,
      detail: first.map((p) => p.email).join(', '),
      mark: 'theirs',
      paperId,
      notable: true,
    })
    await follow(roundId, before, after)
    return roundId
  })
}

/** Does what an event leads to: asks the next people, or ends the round. In the event's own transaction. */
export async function follow(roundId: string, before: RoundState, after: RoundState): Promise<void> {
  await write(async (tx) => {
    const { ask, over } = consequences(before, after)
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, roundId))
    for (const p of ask) {
      const [person] = await tx.select().from(roundPeople).where(eq(roundPeople.id, p.id))
      await record(
        roundId,
        SYSTEM,
        { type: 'asked', person: p.id },
        { channel: person!.email ? 'e-mail' : 'in person', address: person!.email },
      )
      const { nonce } = person!.email ? await issueLink(p.id, person!.memberId ? 'member' : 'email') : { nonce: '' }
      if (nonce) await enqueue('mail.ask', `ask:${p.id}`, { personId: p.id, nonce, nudge: false })
      if (person!.memberId)
        await note({
          jobId: round!.jobId,
          type: 'turn',
          words: 'Your move: countersign',
          mark: 'yours',
          paperId: round!.paperId,
        })
    }
    if (over) await whenOver(roundId, over)
    await projectJob(round!.jobId)
  })
}
