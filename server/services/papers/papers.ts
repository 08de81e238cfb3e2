import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { addDays, formatDay, instantOf } from '../../../core/calendar/dates'
import { fieldsOf } from '../../../core/document/model'
import type { PaperFigures } from '../../../core/layout/expand'
import { type Merged, merge } from '../../../core/merge/merge'
import { preflight } from '../../../core/preflight/preflight'
import { openTurn } from '../../../core/rounds/rounds'
import type { PaperRow, PaperView, SheetPerson, makePaper } from '../../../shared/papers'
import { now } from '../../clock'
import { db, write } from '../../db/client'
import {
  type Binding,
  contacts,
  jobs,
  members,
  paperVersions,
  papers,
  roundPeople,
  rounds,
  templates,
} from '../../db/schema'
import { newId } from '../../ids'
import { Problem, notFound } from '../../problem'
import { type Rendered } from '../../worker/index'
import { renderPaper } from '../../render/pool'
import { note } from '../happenings'
import { type LoadedJob, loadJob } from '../jobs/load'
import { projectJob } from '../jobs/project'
import { latestRounds } from '../rounds/state'
import { mergeContext } from './context'

export type Paper = typeof papers.$inferSelect

export async function loadPaper(id: string): Promise<Paper> {
  const [paper] = await db().select().from(papers).where(eq(papers.id, id))
  if (!paper) throw notFound('paper')
  return paper
}

/** Turn of each party: clients, guests and guardians first, the business last. */
const turnOf = (party: string) => (party === 'business' ? 2 : 1)

/** Makes a paper of the job kind's usual template. A quote or contract replaces a draft of its kind; the same key twice makes one. */
export async function makeJobPaper(
  jobId: string,
  input: z.output<typeof makePaper>,
  memberId: string | null,
): Promise<string> {
  return write(async (tx) => {
    const loaded = await loadJob(jobId)
    const { kind, client } = loaded
    const id = input.key ? `p${input.key}` : newId()
    const [same] = input.key ? await tx.select({ id: papers.id }).from(papers).where(eq(papers.id, id)) : []
    if (same) return same.id
    const templateId = kind.settings.templates[input.kind]
    const [template] = templateId ? await tx.select().from(templates).where(eq(templates.id, templateId)) : []
    if (!template)
      throw new Problem(
        'not-now',
        `A ${kind.name.toLowerCase()} has no ${input.kind} template. Choose one in the Library first.`,
      )
    if (input.kind === 'waiver') {
      if (!input.guestId)
        throw new Problem('invalid', 'Choose the guest the waiver is for.', { guestId: 'Choose a guest.' })
      if (!loaded.guests.some((g) => g.id === input.guestId))
        throw new Problem('invalid', 'This guest is not on the job.', { guestId: 'Add the guest first.' })
      const [existing] = await tx
        .select({ id: papers.id, state: papers.state })
        .from(papers)
        .where(
          and(
            eq(papers.jobId, jobId),
            sql`${papers.bindings} ->> '$.guest.contactId' = ${input.guestId}`,
            inArray(papers.state, ['draft', 'out', 'signed']),
          ),
        )
      if (existing?.state === 'draft') return existing.id
      if (existing) throw new Problem('not-now', 'This guest has a waiver out or signed already.')
    } else {
      if (!client) throw new Problem('not-now', 'Say who the client is first: the paper is made out to them.')
      if (loaded.lines.length === 0)
        throw new Problem('not-now', 'There are no priced lines yet. Add what is quoted first.')
      const [draft] = await tx
        .select({ id: papers.id })
        .from(papers)
        .where(and(eq(papers.jobId, jobId), eq(papers.kind, input.kind), eq(papers.state, 'draft')))
      if (draft) return draft.id
      const [open] = await tx
        .select({ id: papers.id })
        .from(papers)
        .where(and(eq(papers.jobId, jobId), eq(papers.kind, input.kind), sql`${papers.state} in ('out', 'signed')`))
      if (open)
        throw new Problem(
          'not-now',
          `There is a ${input.kind} out or signed already. Withdraw it before making another.`,
        )
    }
    const bindings: Record<string, Binding> = {}
    for (const party of template.document.parties) {
      if (party.key === 'client' && client) bindings.client = { contactId: client.id }
      else if (party.key === 'guest' && input.guestId) bindings.guest = { contactId: input.guestId }
      else if (party.key === 'business') {
        const [owner] = await tx
          .select({ id: members.id })
          .from(members)
          .where(eq(members.role, 'owner'))
          .orderBy(asc(members.createdAt))
          .limit(1)
        bindings.business = { memberId: memberId ?? owner!.id }
      }
    }
    await tx.insert(papers).values({
      id,
      jobId,
      kind: input.kind,
      title: template.name,
      templateId: template.id,
      document: template.document,
      bindings,
      state: 'draft',
      createdAt: now(),
    })
    await projectJob(jobId)
    return id
  })
}

export interface Prepared {
  paper: Paper
  loaded: LoadedJob
  merged: Merged
  figures: PaperFigures
}

/** A paper filled from the record as it is now. */
export async function preparePaper(paper: Paper): Promise<Prepared> {
  const loaded = await loadJob(paper.jobId)
  const bound = paper.bindings.guest
  const [guest] =
    bound && 'contactId' in bound ? await db().select().from(contacts).where(eq(contacts.id, bound.contactId)) : []
  const merged = merge(
    { ...paper.document, title: `${paper.title}, ${loaded.job.title}`.slice(0, 300) },
    mergeContext(loaded, guest ?? null),
  )
  return {
    paper,
    loaded,
    merged,
    figures: {
      pricing: loaded.pricing,
      priced: loaded.priced,
      stages: loaded.stages,
      currency: loaded.business.currency,
      open: paper.kind === 'quote',
    },
  }
}

/** The draft as PDF, as it would be sent now. */
export async function renderDraft(prepared: Prepared): Promise<Rendered> {
  return renderPaper({
    document: prepared.merged.document,
    figures: prepared.figures,
    at: now(),
    author: prepared.loaded.business.name,
  })
}

/** The people a paper would go to, with what each has to fill. */
export async function sheetOf({ paper, merged, figures }: Prepared): Promise<SheetPerson[]> {
  const fields = fieldsOf(merged.document)
  const optional = figures.open
    ? figures.pricing.lines.filter((l) => l.optional || l.group !== null || l.clientQuantity).length
    : 0
  return Promise.all(
    merged.document.parties.map(async (party, i) => {
      const binding = paper.bindings[party.key]
      const [who] = !binding
        ? []
        : 'memberId' in binding
          ? await db()
              .select({ name: members.name, email: members.email })
              .from(members)
              .where(eq(members.id, binding.memberId))
          : await db()
              .select({ name: contacts.name, email: contacts.email })
              .from(contacts)
              .where(eq(contacts.id, binding.contactId))
      return {
        party: party.key,
        name: who?.name ?? '',
        email: who?.email ?? '',
        turn: turnOf(party.key),
        member: !!binding && 'memberId' in binding,
        fields: fields.filter((f) => f.party === party.key).length + (party.key === 'client' ? optional : 0),
        number: i + 1,
      }
    }),
  )
}

/** The deadline proposed: ten days on, but no later than the evening before the job. */
function suggestedDeadline(today: string, day: string | null, timeZone: string): string {
  const latest = day && day > addDays(today, 1) ? addDays(day, -1) : null
  const on = latest && latest < addDays(today, 10) ? latest : addDays(today, 10)
  return new Date(instantOf(`${on}T18:00`, timeZone)).toISOString()
}

/** Everything the paper's page and sending sheet show. */
export async function paperView(id: string, memberId: string): Promise<PaperView> {
  const paper = await loadPaper(id)
  const prepared = await preparePaper(paper)
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
    preflight: preflight({
      kind: paper.kind,
      gaps: merged.gaps,
      people: sheet,
      fields: fieldsOf(merged.document),
      lapsesAt: null,
      jobDay: job.day ?? null,
      today: loaded.today,
      total: loaded.priced.total,
    }),
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
  }
}

/** Papers, newest first; `after` is the last id of the page before. */
export async function listPapers(after: string | undefined, limit = 60): Promise<PaperRow[]> {
  return db()
    .select({
      id: papers.id,
      kind: papers.kind,
      title: papers.title,
      state: papers.state,
      jobId: papers.jobId,
      jobTitle: jobs.title,
      client: sql<string>`coalesce(${contacts.name}, '')`,
      createdAt: papers.createdAt,
    })
    .from(papers)
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(
      after
        ? sql`(${papers.createdAt}, ${papers.id}) < (select created_at, id from papers where id = ${after})`
        : undefined,
    )
    .orderBy(desc(papers.createdAt), desc(papers.id))
    .limit(limit)
}

/** Throws a draft away. */
export async function discardDraft(id: string): Promise<void> {
  await write(async (tx) => {
    const paper = await loadPaper(id)
    if (paper.state !== 'draft') throw new Problem('not-now', 'This has been sent; withdraw it instead.')
    await tx.delete(papers).where(eq(papers.id, id))
    await note({ jobId: paper.jobId, type: 'paper', words: `Draft thrown away: ${paper.title}` })
    await projectJob(paper.jobId)
  })
}
