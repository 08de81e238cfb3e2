import type { PaperKind } from '../../core/document/kinds'
import { and, asc, eq, inArray, sql } from 'drizzle-orm'
import type { MakePaper } from '../../shared/papers'
import { now } from '../platform/clock'
import { giveBackNumber, takeNumber } from '../business/numbers'
import { type Db, db, write } from '../platform/db/client'
import { type Binding, OWN, extras, listRows, members, papers, roundPlans, templates } from '../platform/db/schema'
import { idBy, makeOnce } from '../platform/once'
import { Problem } from '../platform/problem'
import { note } from '../standing/thread'
import { type LoadedJob, loadJob } from '../records/job'
import { touch } from '../standing/touch'
import { insistOnPaperOf } from './at-desk'
import { clientLanguage } from '../chain/language'
import { inLanguage } from '../templates/languages'
import { useTemplate } from '../templates/use'
import { loadPaper, type Paper } from '../records/paper'

type Template = typeof templates.$inferSelect

/** The template asked for, or the job kind's usual one for a kind of paper, in the language of whom it is made out to. */
export async function templateFor(tx: Db, { kind, job }: LoadedJob, input: MakePaper): Promise<Template> {
  const usual = input.kind && kind.settings.templates[input.kind as 'quote']
  const id = input.templateId ?? usual
  const [template] = id ? await tx.select().from(templates).where(eq(templates.id, id)) : []
  if (template && (!template.archivedAt || !input.templateId))
    return input.templateId
      ? template
      : inLanguage(template, await clientLanguage(job.id, input.guestId ?? job.clientId))
  throw new Problem(
    'not-now',
    input.templateId
      ? 'This template is not in the library any more. Choose another.'
      : `A ${kind.name.toLowerCase()} has no ${input.kind} template. Choose one in the Library first.`,
  )
}

/** The guest's waiver that is there already, if it can be gone on with; one that is out or signed is refused. */
async function waiverOf(tx: Db, loaded: LoadedJob, guestId: string | undefined): Promise<string | null> {
  if (!guestId) throw new Problem('invalid', 'Choose the guest the waiver is for.', { guestId: 'Choose a guest.' })
  if (!loaded.guests.some((g) => g.id === guestId))
    throw new Problem('invalid', 'This guest is not on the job.', { guestId: 'Add the guest first.' })
  const [existing] = await tx
    .select({ id: papers.id, state: papers.state })
    .from(papers)
    .where(
      and(
        eq(papers.jobId, loaded.job.id),
        eq(papers.kind, 'waiver'),
        sql`${papers.bindings} ->> '$.guest.contactId' = ${guestId}`,
        inArray(papers.state, ['draft', 'out', 'signed']),
      ),
    )
  if (existing && existing.state !== 'draft')
    throw new Problem('not-now', 'This guest has a waiver out or signed already.')
  return existing?.id ?? null
}

/** The draft of the same quote or contract that is there already; one that is out or signed is refused. Another one may be made besides. */
async function draftOf(tx: Db, loaded: LoadedJob, template: Template): Promise<string | null> {
  if (!loaded.client) throw new Problem('not-now', 'Say who the client is first: the paper is made out to them.')
  if (template.kind === 'form') return null
  if (loaded.lines.length === 0 && !loaded.job.house)
    throw new Problem('not-now', 'There are no priced lines yet. Add what is quoted first.')
  const there = await tx
    .select({ id: papers.id, state: papers.state })
    .from(papers)
    .where(and(eq(papers.jobId, loaded.job.id), eq(papers.kind, template.kind), eq(papers.templateId, template.id)))
  if (there.some((p) => p.state === 'out' || p.state === 'signed'))
    throw new Problem('not-now', `“${template.name}” is out or signed already. Withdraw it before making another.`)
  return there.find((p) => p.state === 'draft')?.id ?? null
}

/** Who stands for the parties as far as the job says; the rest is said on the paper. */
export async function usualBindings(
  tx: Db,
  parties: readonly string[],
  loaded: LoadedJob,
  guestId: string | undefined,
  memberId: string | null,
): Promise<Record<string, Binding>> {
  const bindings: Record<string, Binding> = {}
  if (parties.includes('client') && loaded.client) bindings.client = { contactId: loaded.client.id }
  if (parties.includes('guest') && guestId) bindings.guest = { contactId: guestId }
  if (parties.includes('business')) {
    const [owner] = await tx
      .select({ id: members.id })
      .from(members)
      .where(eq(members.role, 'owner'))
      .orderBy(asc(members.createdAt))
      .limit(1)
    bindings.business = { memberId: memberId ?? owner!.id }
  }
  return bindings
}

/** The number of a new paper; empty for one of a kind that has none. */
export const numberFor = async (tx: Db, kind: PaperKind): Promise<string> =>
  kind === 'quote' ? takeNumber(tx, 'quotes', isTaken) : ''
const isTaken = async (number: string): Promise<boolean> =>
  (await db().select({ id: papers.id }).from(papers).where(eq(papers.number, number))).length > 0

/**
 * Makes a paper of a template, or of the job kind's usual one. A quote or contract that is a draft is gone on with; the
 * same key twice makes one. What the template says now becomes an edition of it.
 */
export async function makeJobPaper(jobId: string, input: MakePaper, memberId: string | null): Promise<string> {
  const id = idBy('p', input.key)
  return makeOnce(papers, id, async (tx) => {
    const loaded = await loadJob(jobId)
    const template = await templateFor(tx, loaded, input)
    await insistOnPaperOf(memberId, template.kind)
    const there =
      template.kind === 'waiver' ? await waiverOf(tx, loaded, input.guestId) : await draftOf(tx, loaded, template)
    if (there) return there
    const { document, edition } = await useTemplate(template, memberId)
    const parties = document.parties.map((p) => p.key)
    await tx.insert(papers).values({
      id,
      jobId,
      kind: template.kind,
      title: template.name,
      number: await numberFor(tx, template.kind),
      templateId: template.id,
      templateEdition: edition,
      document,
      bindings: await usualBindings(tx, parties, loaded, input.guestId, memberId),
      own: { ...OWN, values: input.values ?? {} },
      marked: template.marked,
      state: 'draft',
      createdAt: now(),
    })
    touch(jobId)
    return id
  })
}

/** An addendum that is thrown away settles nothing: what it said is drift of its paper again. */
async function reopenDrift(tx: Db, paper: Paper): Promise<void> {
  const paths = paper.own.settles
  if (!paths?.length || !paper.fromPaperId) return
  const [from] = await tx.select().from(papers).where(eq(papers.id, paper.fromPaperId))
  if (!from) return
  const settled = Object.fromEntries(Object.entries(from.own.settled).filter(([path]) => !paths.includes(path)))
  await tx
    .update(papers)
    .set({ own: { ...from.own, settled } })
    .where(eq(papers.id, from.id))
}

/** Throws a draft away. */
export async function discardDraft(id: string): Promise<void> {
  await write(async (tx) => {
    const paper = await loadPaper(id)
    if (paper.state !== 'draft') throw new Problem('not-now', 'This has been sent; withdraw it instead.')
    // What hangs on it goes with it: its round as prepared, its row of a list. What it had settled on another is open again.
    await tx.delete(roundPlans).where(eq(roundPlans.paperId, id))
    await tx.update(listRows).set({ paperId: null }).where(eq(listRows.paperId, id))
    await reopenDrift(tx, paper)
    await tx.delete(extras).where(eq(extras.paperId, id))
    if (paper.number) await giveBackNumber(tx, 'quotes', paper.number)
    await tx.delete(papers).where(eq(papers.id, id))
    await note({ jobId: paper.jobId, type: 'paper', words: `Draft thrown away: ${paper.title}` })
    touch(paper.jobId)
  })
}
