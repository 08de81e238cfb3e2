import { eq } from 'drizzle-orm'
import type { z } from 'zod'
import { type Amendment, amend, withAmendment } from '../../core/amend/amend'
import type { Block, PaperDocument } from '../../core/document/model'
import { withIds, mapBlocks, walkBlocks } from '../../core/document/walk'
import type { changePaper, putAmendment } from '../../shared/papers'
import { now } from '../platform/clock'
import { type Db, write } from '../platform/db/client'
import { contacts, papers, templates } from '../platform/db/schema'
import { checkImagesOf } from '../files/pictures'
import { Problem, notFound } from '../platform/problem'
import { isDay } from '../../core/calendar/dates'
import { readAmount, readDecimal, typedWords } from '../../core/money/typed'
import { type Business, theBusiness } from '../records/business'
import { note } from '../standing/thread'
import { latestRounds } from '../chain/state'
import { loadPaper, type Paper } from '../records/paper'

/** Only a draft is written on, or a paper whose round is held for a correction. */
async function draft(id: string): Promise<Paper> {
  const paper = await loadPaper(id)
  const held = paper.state === 'out' && typeof (await latestRounds([id])).get(id)?.state.paused === 'string'
  if (paper.state !== 'draft' && !held) throw new Problem('not-now', 'This has been sent. What was sent never changes.')
  return paper
}

/** Puts an amendment on one job's copy, or changes one that is there. */
export async function amendPaper(id: string, input: z.output<typeof putAmendment>, by: string): Promise<void> {
  await checkImagesOf(input.content)
  await write(async (tx) => {
    const paper = await draft(id)
    const block = [...walkBlocks(paper.document.body)].find((b) => b.id === input.block)
    if (!block) throw new Problem('stale', 'The paragraph this is about is not on the paper any more.')
    if (input.kind === 'reword' && block.t !== 'paragraph' && block.t !== 'heading' && block.t !== 'image')
      throw new Problem(
        'invalid',
        'Only a paragraph, a heading or a picture can be put otherwise. Strike this, and add what should stand there.',
      )
    if (input.kind !== 'strike' && input.content.length === 0)
      throw new Problem('invalid', 'Write what should stand there.', { content: 'Write what should stand there.' })
    const list = withAmendment(paper.amendments, { ...input, by, at: now() })
    if (list.length > 200) throw new Problem('invalid', 'A copy can have 200 amendments. Change the template instead.')
    await tx.update(papers).set({ amendments: list }).where(eq(papers.id, id))
  })
}

/** Undoes one amendment; the copy reads as before. Undoing it twice does nothing. */
export async function undoAmendment(id: string, amendmentId: string): Promise<void> {
  await write(async (tx) => {
    const paper = await draft(id)
    await tx
      .update(papers)
      .set({ amendments: paper.amendments.filter((a) => a.id !== amendmentId) })
      .where(eq(papers.id, id))
  })
}

/** An amendment as an ordinary part of the text: nothing is marked, and an added clause is numbered like any other. */
function settled(document: PaperDocument, amendment: Amendment): PaperDocument {
  if (amendment.kind === 'strike')
    return { ...document, body: mapBlocks(document.body, (b) => (b.id === amendment.block ? [] : [b])) }
  const clean = amend(document, [amendment], 'clean')
  const plain = (b: Block): Block => {
    if (b.t !== 'paragraph' || !b.suffix) return b
    const { suffix: _, ...rest } = b
    return rest
  }
  return { ...clean, body: mapBlocks(clean.body, (b) => [plain(b)]) }
}

/** Makes an amendment the template's own wording; this copy then has it from there. */
export async function amendTemplate(id: string, amendmentId: string): Promise<void> {
  await write(async (tx) => {
    const paper = await draft(id)
    const amendment = paper.amendments.find((a) => a.id === amendmentId)
    if (!amendment) throw notFound('amendment')
    const [template] = paper.templateId
      ? await tx.select().from(templates).where(eq(templates.id, paper.templateId))
      : []
    if (!template) throw new Problem('not-now', 'This paper was not made from a template.')
    const document = withIds(template.document)
    if (![...walkBlocks(document.body)].some((b) => b.id === amendment.block))
      throw new Problem(
        'not-now',
        'The template no longer has this paragraph, or takes it from a clause. Change it in the Library.',
      )
    const revision = template.revision + 1
    await tx
      .update(templates)
      .set({ document: settled(document, amendment), revision, updatedAt: now() })
      .where(eq(templates.id, template.id))
    await tx
      .update(papers)
      .set({
        document: settled(paper.document, amendment),
        amendments: paper.amendments.filter((a) => a.id !== amendmentId),
        own: { ...paper.own, passedOn: { amendment, copy: paper.document, template: template.document, revision } },
      })
      .where(eq(papers.id, id))
    await note({
      jobId: paper.jobId,
      type: 'paper',
      words: `The template “${template.name}” was changed from this job’s copy`,
    })
  })
}

/**
 * Takes back that an amendment was passed on to the template: both read as before, and it is an amendment of this copy again.
 * Done twice it does nothing; a template that was written on since is left as it is.
 */
export async function takeFromTemplate(id: string, amendmentId: string): Promise<void> {
  await write(async (tx) => {
    const paper = await draft(id)
    const { passedOn, ...own } = paper.own
    if (passedOn?.amendment.id !== amendmentId) return
    const [template] = await tx.select().from(templates).where(eq(templates.id, paper.templateId!))
    if (template?.revision !== passedOn.revision)
      throw new Problem(
        'stale',
        'The template was written on since. Change it back in the Library, where both can be seen.',
      )
    await tx
      .update(templates)
      .set({ document: passedOn.template, revision: template.revision + 1, updatedAt: now() })
      .where(eq(templates.id, template.id))
    await tx
      .update(papers)
      .set({ document: passedOn.copy, amendments: withAmendment(paper.amendments, passedOn.amendment), own })
      .where(eq(papers.id, id))
    await note({ jobId: paper.jobId, type: 'paper', words: `The template “${template.name}” is as it was before` })
  })
}

async function bind(
  tx: Db,
  paper: Paper,
  { party, contactId, me }: { party: string; contactId?: string; me?: boolean },
  memberId: string,
): Promise<Paper['bindings']> {
  if (!paper.document.parties.some((p) => p.key === party))
    throw new Problem('invalid', 'This paper has no such party.')
  if (me) return { ...paper.bindings, [party]: { memberId } }
  const [contact] = await tx.select({ id: contacts.id }).from(contacts).where(eq(contacts.id, contactId!))
  if (!contact) throw notFound('contact')
  return { ...paper.bindings, [party]: { contactId: contactId! } }
}

/** Insists that a paper's own values can be read as what they are; throws a Problem with the value that can't. */
function insistOnReadable(
  paper: Paper,
  values: Readonly<Record<string, string>>,
  { currency, settings: { locale } }: Business,
): void {
  for (const [key, text] of Object.entries(values)) {
    const ask = paper.document.asks?.find((a) => a.key === key)
    if (!ask || !text.trim()) continue
    const read =
      ask.type === 'amount'
        ? readAmount(text, currency, locale)
        : ask.type === 'number'
          ? readDecimal(text, locale)
          : null
    const wrong =
      read && 'problem' in read
        ? typedWords(read.problem, text, locale)
        : ask.type === 'day' && !isDay(text)
          ? 'Give a day of the calendar.'
          : ''
    if (wrong) throw new Problem('invalid', `${ask.label}: ${wrong}`, { [`values.${key}`]: wrong })
  }
}

/** Changes what belongs to this paper alone: its values, what is set in fields, who stands for a party. */
export async function changeOwn(id: string, input: z.output<typeof changePaper>, memberId: string): Promise<void> {
  await write(async (tx) => {
    const paper = await draft(id)
    const { own } = paper
    if (input.values) insistOnReadable(paper, input.values, await theBusiness())
    await tx
      .update(papers)
      .set({
        own: {
          ...own,
          values: { ...own.values, ...input.values },
          presets: { ...own.presets, ...input.presets },
          changes: input.changes ?? own.changes,
        },
        ...(input.bind ? { bindings: await bind(tx, paper, input.bind, memberId) } : {}),
      })
      .where(eq(papers.id, id))
  })
}
