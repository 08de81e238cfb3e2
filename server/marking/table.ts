import { turnOf } from '../../core/rounds/bind'
import { and, eq, inArray } from 'drizzle-orm'
import type { z } from 'zod'
import type { PaperDocument } from '../../core/document/model'
import { ruleProblems } from '../../core/fields/rule-problems'
import { within } from '../../core/marking/arrange'
import type { Marked, Strike } from '../../core/marking/model'
import type { layOut, saveMarking } from '../../shared/marking'
import { now } from '../platform/clock'
import { type Db, db, write } from '../platform/db/client'
import { OWN, papers, templates } from '../platform/db/schema'

import { idBy, isMade, makeOnce } from '../platform/once'
import { Problem } from '../platform/problem'
import { note } from '../standing/thread'
import { loadJob } from '../records/job'
import { touch } from '../standing/touch'
import { loadPaper, type Paper } from '../records/paper'
import { usualBindings } from '../papers/make'
import { loadTemplate } from '../templates/templates'
import { fileFrom } from '../files/take'

/** What lies on the marking table: one job's paper, or a template. */
export interface OnTable {
  of: 'paper' | 'template'
  id: string
}

export interface Loaded {
  title: string
  kind: string
  state: string
  revision: number
  document: PaperDocument
  marked: Marked
  paper: Paper | null
}

/** What is on the table, or a refusal where the paper was written here and has no pages from elsewhere. */
export async function loadTable({ of, id }: OnTable): Promise<Loaded> {
  if (of === 'paper') {
    const paper = await loadPaper(id)
    if (!paper.marked) throw new Problem('not-now', 'This paper is written here. Open it in the writing room.')
    return { ...paper, marked: paper.marked, paper }
  }
  const row = await loadTemplate(id)
  if (!row.marked) throw new Problem('not-now', 'This template is written here. Open it in the writing room.')
  return { ...row, title: row.name, state: 'draft', marked: row.marked, paper: null }
}

/** Only a draft is marked, and only on what was there when marking began. */
export function mayMark(table: Loaded, revision: number): void {
  if (table.state !== 'draft') throw new Problem('not-now', 'This has been sent. What was sent never changes.')
  if (table.revision !== revision)
    throw new Problem(
      'stale',
      'This was marked in another window too. Here is what is there now; do what is missing again.',
      {},
      { revision: table.revision },
    )
}

/** Keeps what is on the table; returns the next revision. */
export async function keepTable(
  tx: Db,
  { of, id }: OnTable,
  next: { marked: Marked; document?: PaperDocument; revision: number },
): Promise<number> {
  const set = {
    marked: next.marked,
    revision: next.revision + 1,
    ...(next.document ? { document: next.document } : {}),
  }
  if (of === 'paper') await tx.update(papers).set(set).where(eq(papers.id, id))
  else
    await tx
      .update(templates)
      .set({ ...set, updatedAt: now() })
      .where(eq(templates.id, id))
  return next.revision + 1
}

/** Lays pages on the table as a new paper of a job. The same key twice makes one. */
export async function layOnTable(jobId: string, input: z.output<typeof layOut>, memberId: string): Promise<string> {
  const id = idBy('p', input.key)
  if (await isMade(papers, id)) return id
  const loaded = await loadJob(jobId)
  if (input.kind === 'contract' || input.kind === 'quote') {
    const open = await db()
      .select({ id: papers.id })
      .from(papers)
      .where(
        and(eq(papers.jobId, jobId), eq(papers.kind, input.kind), inArray(papers.state, ['draft', 'out', 'signed'])),
      )
    if (open.length)
      throw new Problem(
        'not-now',
        `There is a ${input.kind} on this job already. Bring this in as a form, or withdraw the other first.`,
      )
  }
  const file = await fileFrom(input.pages, `${input.title}.pdf`)
  return makeOnce(papers, id, async (tx) => {
    await tx.insert(papers).values({
      id,
      jobId,
      kind: input.kind,
      title: input.title,
      templateId: null,
      document: { title: input.title, language: 'en-GB', parties: [], header: [], footer: [], body: [] },
      bindings: await usualBindings(tx, ['client', 'business'], loaded, undefined, memberId),
      own: OWN,
      state: 'draft',
      createdAt: now(),
      marked: {
        sha: file.sha,
        name: file.name,
        pages: file.pages,
        marks: [],
        strikes: [],
        read: 0,
        removed: file.removed,
        unplaced: [],
      },
    })
    await note({
      jobId,
      type: 'paper',
      words: `Brought in: ${input.title}`,
      detail: `${file.pages.length} ${file.pages.length === 1 ? 'page' : 'pages'}`,
    })
    touch(jobId)
    return id
  })
}

/** Saves the marks. What lies off its page is moved onto it; rules that can't work are refused with the reason. */
export async function saveTable(on: OnTable, input: z.output<typeof saveMarking>, by: string): Promise<number> {
  return write(async (tx) => {
    const table = await loadTable(on)
    mayMark(table, input.revision)
    const { pages } = table.marked
    const off = [...input.marks, ...input.strikes].find((m) => m.page > pages.length)
    if (off) throw new Problem('invalid', `There is no page ${off.page}.`)
    const parties = new Set(input.parties.map((p) => p.key))
    if (parties.size !== input.parties.length) throw new Problem('invalid', 'Two parties have the same key.')
    const marks = input.marks.map((m) => ({ ...m, ...within(m, pages[m.page - 1]!) }))
    const old = new Map(table.marked.strikes.map((s) => [s.id, s]))
    const strikes = input.strikes.map((s): Strike => ({
      ...s,
      by: old.get(s.id)?.by ?? by,
      at: old.get(s.id)?.at ?? now(),
    }))
    const live = marks.filter((m) => m.state === 'settled' && !m.words).map((m) => m.field)
    const turns = Object.fromEntries(input.parties.map((p) => [p.key, turnOf(p.key)]))
    const [problem] = ruleProblems(live, turns)
    if (problem) throw new Problem('invalid', problem.message, { [problem.key]: problem.message })
    return keepTable(tx, on, {
      revision: table.revision,
      document: { ...table.document, parties: input.parties },
      marked: { ...table.marked, marks, strikes, read: Math.min(input.read, pages.length) },
    })
  })
}

/** Keeps a marked paper as a template: its file, marks and parties. The same key twice makes one. */
export async function keepAsTemplate(
  paperId: string,
  input: { name: string; folder: string; key: string },
): Promise<string> {
  const id = idBy('t', input.key)
  return makeOnce(templates, id, async (tx) => {
    const table = await loadTable({ of: 'paper', id: paperId })
    await tx.insert(templates).values({
      id,
      kind: table.kind as 'form',
      name: input.name,
      folder: input.folder,
      edition: 1,
      document: { ...table.document, title: input.name },
      // Words typed for this one job stay with it; values of the record are for every job.
      marked: {
        ...table.marked,
        marks: table.marked.marks.map(forAnyJob),
        strikes: table.marked.strikes,
        unplaced: [],
      },
      updatedAt: now(),
    })
    await note({ jobId: table.paper!.jobId, type: 'paper', words: `Kept as a template: ${input.name}` })
    return id
  })
}
const forAnyJob = (m: Marked['marks'][number]): Marked['marks'][number] =>
  m.words && !m.words.path ? { ...m, words: undefined, state: 'proposed' as const } : m
