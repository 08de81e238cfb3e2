import { and, asc, count, eq, inArray, sql } from 'drizzle-orm'
import Papa from 'papaparse'
import type { z } from 'zod'
import { isMail } from '../../../core/fields/mail'
import { isPhone } from '../../../core/rounds/plan'
import { deadlineOf } from '../../../core/rounds/times'
import type { ListView, retryRows, sendList } from '../../../shared/rounds'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { OWN, contacts, listRows, lists, members, papers, templates } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { Problem, notFound } from '../../platform/problem'
import { note } from '../../standing/thread'
import { loadJob } from '../../records/job'
import { addContact } from '../../jobs/jobs'
import { projectedOnce } from '../../standing/project'
import { useTemplate } from '../../templates/use'
import { usualBindings } from '../../papers/papers'
import { insistOnOwnSending } from '../manage/check'
import { type Actor, SYSTEM } from '../../chain/record'
import { sendRound } from './send'

/** The most people one list goes to. */
export const MOST_ROWS = 1000
type Row = (typeof listRows.$inferSelect)['row']

/** What the columns of a list may be called, in the languages people keep theirs in. */
const NAME = ['name', 'full name', 'nom', 'nombre', 'nome', 'imię i nazwisko']
const FIRST = ['first name', 'first', 'given name', 'vorname', 'prénom']
const LAST = ['last name', 'surname', 'family name', 'nachname']
const EMAIL = ['email', 'e-mail', 'mail', 'e-mail address', 'email address', 'correo', 'adresse e-mail']
const PHONE = ['phone', 'mobile', 'telephone', 'tel', 'telefon', 'téléphone', 'teléfono', 'telefone']

/** What tells one address of a list from another. */
const addressOf = (row: Row): string => row.email.toLowerCase() || row.phone.replace(/\D/g, '')
/** Why a row can't be sent to, beside those whose addresses are taken; null when it can. */
function problemOf(n: number, row: Row, seen: ReadonlyMap<string, number>): string | null {
  const taken = seen.get(addressOf(row))
  if (!row.name) return `Line ${n}: no name.`
  if (/\uFFFD/.test(row.name)) return `Line ${n}: “${row.name}” has letters that were lost. Save the list as UTF-8.`
  if (row.email && !isMail(row.email)) return `Line ${n}: “${row.email}” is not an e-mail address.`
  if (!row.email && !isPhone(row.phone)) return `Line ${n}: ${row.name} has no address to be reached at.`
  return taken === undefined ? null : `Line ${n}: the same address as line ${taken}.`
}

/**
 * The rows of a CSV with a head: separated by comma, semicolon or tab; a byte order mark and either kind of line end are
 * fine. A cell that begins like a formula is taken as the text it is.
 */
export function readList(csv: string): { rows: Row[]; problems: { n: number; problem: string }[] } {
  const parsed = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    // One more than goes at once is enough to know that there are too many.
    preview: MOST_ROWS + 1,
    transformHeader: (h) => h.trim().toLowerCase(),
  })
  const heads = parsed.meta.fields ?? []
  const named = (names: string[]) => heads.find((h) => names.includes(h))
  const [name, first, last, email, phone] = [NAME, FIRST, LAST, EMAIL, PHONE].map(named)
  if (!name && !first)
    throw new Problem(
      'invalid',
      'The first line has to name the columns, one of them “name”. Then come the people, one a line.',
      {
        csv: 'Name the columns in the first line: name, email, phone.',
      },
    )
  if (!email && !phone)
    throw new Problem('invalid', 'There is no column “email” or “phone”, so nobody on the list can be reached.', {
      csv: 'Add a column named email or phone.',
    })
  if (parsed.data.length === 0)
    throw new Problem('invalid', 'There is nobody on the list.', { csv: 'Add at least one line.' })
  if (parsed.data.length > MOST_ROWS)
    throw new Problem('invalid', `The list has more than ${MOST_ROWS} people; that many go at once. Split it.`)
  const seen = new Map<string, number>()
  const problems: { n: number; problem: string }[] = []
  const rows = parsed.data.map((cells, i): Row => {
    const cell = (key: string | undefined) =>
      (key ? (cells[key] ?? '') : '')
        .replace(/[\u0000-\u001f]/g, ' ')
        .trim()
        .slice(0, 200)
    const row: Row = {
      name: cell(name) || [cell(first), cell(last)].filter(Boolean).join(' '),
      email: cell(email),
      phone: cell(phone),
      values: Object.fromEntries(
        heads.filter((h) => h && ![name, first, last, email, phone].includes(h)).map((h) => [h, cell(h)]),
      ),
    }
    const n = i + 2
    const wrong = parsed.errors.find((e) => e.row === i && e.code !== 'TooFewFields')
    const problem = wrong ? `Line ${n}: ${wrong.message}.` : problemOf(n, row, seen)
    if (problem) problems.push({ n, problem })
    else seen.set(addressOf(row), n)
    return row
  })
  return { rows, problems }
}

/** Starts sending one paper of a template to everybody on a list, each their own. The same key again is the same list. */
export async function startList(jobId: string, input: z.output<typeof sendList>, actor: Actor): Promise<ListView> {
  const id = `l${input.key}`
  const [there] = await db().select({ id: lists.id }).from(lists).where(eq(lists.id, id))
  if (there) return listView(id)
  const loaded = await loadJob(jobId)
  await insistOnOwnSending(actor)
  const [template] = await db().select().from(templates).where(eq(templates.id, input.templateId))
  if (!template) throw notFound('template')
  if (template.kind === 'quote')
    throw new Problem('invalid', 'A quote is made out to one client. Choose another template.')
  const party = template.document.parties.map((p) => p.key).find((k) => k !== 'business')
  if (!party) throw new Problem('invalid', 'This template has nobody to sign but the business.')
  if (deadlineOf(input.deadline, now(), loaded.job.day ?? null, loaded.business.timeZone) === undefined)
    throw new Problem('invalid', 'The job has no day yet, so the deadline can’t be counted from it.')
  const { rows, problems } =
    input.csv !== undefined ? readList(input.csv) : await rowsOfContacts(input.contactIds ?? [])
  if (rows.length === 0) throw new Problem('invalid', 'There is nobody on the list.')
  await write(async (tx) => {
    await tx.insert(lists).values({
      id,
      jobId,
      templateId: template.id,
      plan: {
        subject: input.subject,
        message: input.message,
        deadline: input.deadline,
        reminders: input.reminders,
        party,
      },
      createdAt: now(),
      createdBy: actor.id,
    })
    for (const [i, row] of rows.entries()) {
      const problem = problems.find((p) => p.n === i + 2)?.problem ?? ''
      await tx.insert(listRows).values({ listId: id, n: i + 2, row, state: problem ? 'failed' : 'waiting', problem })
    }
    await enqueue('list', `list:${id}:0`, { listId: id })
    await note({
      jobId,
      type: 'list',
      words: `${template.name} goes to ${rows.length - problems.length} people`,
      mark: 'theirs',
      notable: true,
    })
  })
  return listView(id)
}

async function rowsOfContacts(ids: string[]): Promise<{ rows: Row[]; problems: { n: number; problem: string }[] }> {
  const found = ids.length
    ? await db().select().from(contacts).where(inArray(contacts.id, ids)).orderBy(asc(contacts.name))
    : []
  const problems = found.flatMap((c, i) =>
    c.email || isPhone(c.phone) ? [] : [{ n: i + 2, problem: `${c.name} has no address to be reached at.` }],
  )
  return { rows: found.map((c) => ({ name: c.name, email: c.email, phone: c.phone, values: {} })), problems }
}

/** Rows done in one errand: few enough that others get their turn between. */
const AT_ONCE = 20
const SIDE_BY_SIDE = 3

/** The outbox's part: makes and sends the next papers of a list; says to come again while there are more. */
export async function workList(listId: string): Promise<void | { again: string }> {
  const [list] = await db().select().from(lists).where(eq(lists.id, listId))
  const waiting = await db()
    .select()
    .from(listRows)
    .where(and(eq(listRows.listId, listId), eq(listRows.state, 'waiting')))
    .orderBy(asc(listRows.n))
    .limit(AT_ONCE)
  const next = [...waiting]
  // Drawing is done in other threads: a few at once keep them busy, and the database takes one after the other anyway.
  await projectedOnce(list!.jobId, () =>
    Promise.all(
      Array.from({ length: SIDE_BY_SIDE }, async () => {
        for (let row = next.shift(); row; row = next.shift()) await sendOrTell(list!, row)
      }),
    ),
  )
  return waiting.length === AT_ONCE ? { again: now() } : undefined
}

async function sendOrTell(list: typeof lists.$inferSelect, row: typeof listRows.$inferSelect): Promise<void> {
  const done = (state: 'sent' | 'failed', problem: string, paperId: string | null) =>
    write((tx) =>
      tx
        .update(listRows)
        .set({ state, problem, paperId })
        .where(and(eq(listRows.listId, list.id), eq(listRows.n, row.n))),
    )
  try {
    await done('sent', '', await sendRow(list, row))
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    await done('failed', error.message, null)
  }
}

/** One row: its contact, its paper, its round. Each has an id drawn from the list and the row, so that twice is once. */
async function sendRow(list: typeof lists.$inferSelect, { n, row }: typeof listRows.$inferSelect): Promise<string> {
  const paperId = `p${list.id}-${n}`
  await write(async (tx) => {
    const [there] = await tx.select({ id: papers.id }).from(papers).where(eq(papers.id, paperId))
    if (there) return
    const [template] = await tx.select().from(templates).where(eq(templates.id, list.templateId))
    const { document, edition } = await useTemplate(template!, list.createdBy)
    const contactId = await contactFor(row)
    const loaded = await loadJob(list.jobId)
    const parties = document.parties.map((p) => p.key)
    const bindings = await usualBindings(tx, parties, loaded, undefined, list.createdBy)
    await tx.insert(papers).values({
      id: paperId,
      jobId: list.jobId,
      kind: template!.kind,
      title: template!.name,
      templateId: template!.id,
      templateEdition: edition,
      document,
      bindings: { ...bindings, [list.plan.party]: { contactId } },
      own: { ...OWN, values: row.values },
      marked: template!.marked,
      state: 'draft',
      createdAt: now(),
    })
  })
  const { job, business } = await loadJob(list.jobId)
  const [sender] = list.createdBy ? await db().select().from(members).where(eq(members.id, list.createdBy)) : []
  const actor: Actor = sender ? { kind: 'member', id: sender.id, name: sender.name, ip: '', device: '' } : SYSTEM
  await sendRound(
    paperId,
    {
      key: `${list.id}-${n}`,
      subject: list.plan.subject,
      message: list.plan.message,
      lapsesAt: deadlineOf(list.plan.deadline, now(), job.day ?? null, business.timeZone) ?? null,
    },
    actor,
  )
  return paperId
}

/** The contact a row is about: by its e-mail and name, else by both being new. */
async function contactFor(row: Row): Promise<string> {
  return write(async (tx) => {
    const [there] = row.email
      ? await tx
          .select({ id: contacts.id })
          .from(contacts)
          .where(and(sql`lower(${contacts.email}) = ${row.email.toLowerCase()}`, eq(contacts.name, row.name)))
          .limit(1)
      : []
    if (there) return there.id
    const { name, email, phone } = row
    return addContact({ name, email, phone, address: '', kind: 'person' })
  })
}

/** Tries the failed rows again, with what was put right in them; one that still can't be sent to says why. */
export async function retryList(
  id: string,
  corrected: z.output<typeof retryRows>['rows'],
  actor: Actor,
): Promise<ListView> {
  await insistOnOwnSending(actor)
  await write(async (tx) => {
    const rows = await tx.select().from(listRows).where(eq(listRows.listId, id)).orderBy(asc(listRows.n))
    if (rows.length === 0) throw notFound('list')
    const seen = new Map(rows.filter((r) => r.state !== 'failed').map((r) => [addressOf(r.row), r.n]))
    for (const { n, row } of rows.filter((r) => r.state === 'failed')) {
      const next = { ...row, ...corrected.find((c) => c.n === n)?.to }
      const problem = problemOf(n, next, seen)
      if (!problem) seen.set(addressOf(next), n)
      await tx
        .update(listRows)
        .set({ row: next, ...(problem ? { problem } : { state: 'waiting', problem: '' }) })
        .where(and(eq(listRows.listId, id), eq(listRows.n, n)))
    }
    await enqueue('list', `list:${id}:${now()}`, { listId: id })
  })
  return listView(id)
}

/** How far a list is. */
export async function listView(id: string): Promise<ListView> {
  const [list] = await db()
    .select({ id: lists.id, title: templates.name, jobId: lists.jobId })
    .from(lists)
    .innerJoin(templates, eq(templates.id, lists.templateId))
    .where(eq(lists.id, id))
  if (!list) throw notFound('list')
  const states = await db()
    .select({ state: listRows.state, n: count() })
    .from(listRows)
    .where(eq(listRows.listId, id))
    .groupBy(listRows.state)
  const of = (s: string) => states.find((x) => x.state === s)?.n ?? 0
  const failed = await db()
    .select()
    .from(listRows)
    .where(and(eq(listRows.listId, id), eq(listRows.state, 'failed')))
    .orderBy(asc(listRows.n))
  return {
    id,
    jobId: list.jobId,
    title: list.title,
    total: of('sent') + of('waiting') + of('failed'),
    sent: of('sent'),
    waiting: of('waiting'),
    failed: failed.map(({ n, row: { name, email, phone }, problem }) => ({ n, name, email, phone, problem })),
  }
}
